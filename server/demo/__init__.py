"""The demo: made-up people and courses of Ostrell Technical College, with computed surveying content."""
