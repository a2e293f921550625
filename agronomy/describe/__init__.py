"""What the core is told: frozen descriptions, the open garden file's schema, and the error tree."""
