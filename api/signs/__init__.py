"""Signs at plants: what they may come from, noted, looked at again, and what came of it."""
