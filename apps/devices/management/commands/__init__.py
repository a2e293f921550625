"""What is run by `manage.py`."""
