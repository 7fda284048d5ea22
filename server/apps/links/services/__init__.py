"""The addresses that linked systems call: each asks for a token of theirs, none for a session."""
