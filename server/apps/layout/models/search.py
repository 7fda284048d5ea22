from django.contrib.postgres.indexes import GinIndex
from django.contrib.postgres.search import SearchVector, SearchVectorField
from django.db import models

from apps.courses.public import Course
from apps.layout.models.item import Item

CONFIG = "english"


class SearchEntry(models.Model):
    """What is searched of an item: kept by triggers on items and texts, so that no way of writing passes it by.

    `file_text` is read from its files when they are kept. Titles weigh most, then texts, then files.
    """

    item = models.OneToOneField(Item, on_delete=models.CASCADE, primary_key=True, related_name="+")
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    title = models.TextField(default="", db_default="")
    body = models.TextField(default="", db_default="")
    file_text = models.TextField(default="", db_default="")
    vector = models.GeneratedField(
        expression=SearchVector("title", weight="A", config=CONFIG)
        + SearchVector("body", weight="B", config=CONFIG)
        + SearchVector("file_text", weight="C", config=CONFIG),
        output_field=SearchVectorField(),
        db_persist=True,
    )

    class Meta:
        indexes = [GinIndex(fields=["vector"], name="search_vector")]
