"""Reading and judging answers: a text becomes a tree, a value or a form error; never is any of it executed."""
