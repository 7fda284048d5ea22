"""Scores, late rules, drops, totals and their explanation, in exact fractions."""
