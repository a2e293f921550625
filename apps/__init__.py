"""The facts and what may be done with them, one Django app for each subject."""
