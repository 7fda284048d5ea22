"""What keeps the search entries: whatever writes a title or a text, raw SQL included."""

import pgtrigger

TITLE_KEPT = pgtrigger.Trigger(
    name="keep_search_title",
    when=pgtrigger.After,
    operation=pgtrigger.Insert | pgtrigger.UpdateOf("title", "hint", "course_id"),  # type: ignore[no-untyped-call]
    func="""
        INSERT INTO layout_searchentry (item_id, course_id, title)
        VALUES (NEW.id, NEW.course_id, NEW.title || ' ' || NEW.hint)
        ON CONFLICT (item_id) DO UPDATE SET title = EXCLUDED.title, course_id = EXCLUDED.course_id;
        RETURN NULL;
    """,
)
TEXT_KEPT = pgtrigger.Trigger(
    name="keep_search_text",
    when=pgtrigger.After,
    operation=pgtrigger.Insert | pgtrigger.UpdateOf("html"),  # type: ignore[no-untyped-call]
    func=r"""
        UPDATE layout_searchentry SET body = left(regexp_replace(
            replace(replace(replace(regexp_replace(NEW.html, '<[^>]+>', ' ', 'g'),
                '&lt;', '<'), '&gt;', '>'), '&amp;', '&'), '\s+', ' ', 'g'), 300000)
        WHERE item_id = NEW.item_id AND NOT EXISTS (
            SELECT 1 FROM layout_itemtext WHERE item_id = NEW.item_id AND edition > NEW.edition);
        RETURN NULL;
    """,
)
