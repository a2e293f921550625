"""Decisions: style and trigger, water or wait, good hours, the day's stops, and the arithmetic behind each."""
