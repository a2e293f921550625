"""What beds are fed with, how they stand with their food, and when they are fed next."""
