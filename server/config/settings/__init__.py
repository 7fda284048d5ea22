"""One module a way of running: production, demo, test. What they share is in base."""
