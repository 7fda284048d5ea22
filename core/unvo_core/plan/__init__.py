"""What to do when: a day's work from effort and dates, promised times, what is usual."""
