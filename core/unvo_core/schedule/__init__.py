"""Terms, weeks, moments, spans, effort and load."""
