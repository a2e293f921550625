"""Simulated outside services, each its own process. They import nothing of the application."""
