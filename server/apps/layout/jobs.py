"""Background work of courses; it calls actions only."""

from procrastinate.contrib.django import app

from apps.layout.actions.read_files import read_files


@app.task(name="layout.read_files", pass_context=False)
def read_files_of(item_id: int) -> None:
    """Read the text of an item's files, of those that are there now, so that it can be searched."""
    read_files(item_id)
