"""What the standards ask of a platform: names, keys, signatures, messages."""
