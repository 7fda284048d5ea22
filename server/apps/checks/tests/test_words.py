"""The words of a text taken out of its markup and put back."""

from __future__ import annotations

from django.test import SimpleTestCase

from apps.checks.prose import plain_text, with_words, without_link


class Words(SimpleTestCase):
    def test_words_change_and_the_markup_stays(self) -> None:
        html = "<p>Due <b>Friday</b> 24 April, see <a href='/x'>it</a>.</p><p>More &amp; more</p>"
        text = plain_text(html).text
        start = text.index("Friday 24 April")
        new = with_words(html, start, start + len("Friday 24 April"), "Sunday 11 October")
        self.assertEqual(plain_text(new).text, text.replace("Friday 24 April", "Sunday 11 October"))
        self.assertIn("<b>Sunday 11 October</b>", new)
        self.assertIn("More &amp; more", new)

    def test_a_link_comes_off_and_its_words_stay(self) -> None:
        html = '<p>See <a href="/c/x/item/9">Set 9</a> now.</p>'
        start = plain_text(html).text.index("Set 9")
        self.assertEqual(without_link(html, start, start + 5), "<p>See Set 9 now.</p>")
