"""What stands below the figures."""

NOTES = """
## What they mean
"""
