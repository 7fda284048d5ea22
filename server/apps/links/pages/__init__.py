"""What people are shown of linked systems."""
