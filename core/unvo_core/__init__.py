"""Unvo's rules and computation: pure functions over frozen values, no clock, no I/O, no Django."""
