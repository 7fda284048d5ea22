"""Tests of the core. Property tests have no deadline: a busy machine is no failure."""

from hypothesis import settings

settings.register_profile("unvo", deadline=None)
settings.load_profile("unvo")
