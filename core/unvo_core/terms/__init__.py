"""A course over other terms: re-dated, repaced, stamped from a rhythm or a table, and the dates in its prose."""
