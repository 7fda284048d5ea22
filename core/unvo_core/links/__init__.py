"""Linked systems: what a report of one means, whose access runs out, when a system is silent, what is put for a
variable."""
