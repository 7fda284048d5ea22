import pgtrigger

COURSE_OF_ROW = "COALESCE(NEW.course_id, OLD.course_id)"


def raises_version(course_id: str) -> pgtrigger.Trigger:
    """Whatever writes the layout, raw SQL included, makes readers load it anew."""
    return pgtrigger.Trigger(
        name="raise_layout_version",
        when=pgtrigger.After,
        operation=pgtrigger.Insert | pgtrigger.Update | pgtrigger.Delete,
        func=(
            "UPDATE courses_course SET layout_version = nextval('courses_layout_version')"
            f" WHERE id = ({course_id}); RETURN NULL;"
        ),
    )
