from django.db import models


class ReviewRules(models.Model):
    """How students read each other's work in an item. `of`: the assignment whose hand-ins they read; null for the last
    one before it. `each`: how many works one reads. `anonymous`: neither readers nor authors are said to the other."""

    item = models.OneToOneField("layout.Item", on_delete=models.CASCADE, related_name="+")
    of = models.ForeignKey("layout.Item", on_delete=models.SET_NULL, null=True, related_name="+")
    each = models.PositiveSmallIntegerField(default=2)
    anonymous = models.BooleanField(default=True)
