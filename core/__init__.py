"""The core: unvo_core is installed from here; its tests mirror it."""
