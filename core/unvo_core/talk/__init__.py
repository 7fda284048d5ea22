"""What a discussion asks of each person, and how much of it is there."""
