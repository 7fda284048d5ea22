"""The order of items through a module, the conditions along it, and how far a person has come."""
