"""Conflicts in a course's dates, weights, text and links, each with its fix."""
