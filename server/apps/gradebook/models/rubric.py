import pghistory
from django.db import models
from django.db.models.functions import MD5


@pghistory.track()
class Rubric(models.Model):
    """By what work is measured. `criteria`: a list of {id, name, words, levels}, a level of {id, name, words, points},
    points as text or null; their ids come
    from one count and never again. What was given by it stands with the score, as it read then."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=100)
    criteria = models.JSONField(default=list)
    last_id = models.PositiveIntegerField(default=0)
    removed = models.BooleanField(default=False)


class Remark(models.Model):
    """A comment that a course's teachers keep to use again. `used`: how often it went into one."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    text = models.TextField()
    used = models.PositiveIntegerField(default=0)
    kept_at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint("course", MD5("text"), name="remark_once_a_course")]
