"""Terms, weeks, classes, moments, spans, effort and load."""
