import pgtrigger

COURSE_OF_ROW = "COALESCE(NEW.course_id, OLD.course_id)"
RAISED = "layout_version = GREATEST(layout_version + 1, (EXTRACT(EPOCH FROM clock_timestamp()) * 1000000)::bigint)"
"""The microsecond of the change: no rollback and no restored database gives it out twice."""


def raises_versions(which: str, *changed: str) -> pgtrigger.Trigger:
    """The same for what several courses read. `which`: a condition on courses; `changed`: the fields that they read,
    where a change of others is none of theirs."""
    return pgtrigger.Trigger(
        name="raise_layout_versions",
        when=pgtrigger.After,
        operation=pgtrigger.Update if changed else pgtrigger.Insert | pgtrigger.Update | pgtrigger.Delete,
        condition=pgtrigger.AnyChange(*changed) if changed else None,
        func=f"UPDATE courses_course SET {RAISED} WHERE {which}; RETURN NULL;",
    )


def raises_version(course_id: str) -> pgtrigger.Trigger:
    """Whatever writes the layout, raw SQL included, makes readers load it anew."""
    return pgtrigger.Trigger(
        name="raise_layout_version",
        when=pgtrigger.After,
        operation=pgtrigger.Insert | pgtrigger.Update | pgtrigger.Delete,
        func=(f"UPDATE courses_course SET {RAISED} WHERE id = ({course_id}); RETURN NULL;"),
    )
