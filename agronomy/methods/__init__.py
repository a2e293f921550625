"""Methods: litres to what the hand, the line or the reservoir does."""
