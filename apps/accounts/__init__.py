"""People: who signs in, and what they prefer."""
