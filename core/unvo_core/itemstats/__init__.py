"""What the answers of a class say about the questions."""
