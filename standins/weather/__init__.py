"""A pretend forecast provider: a seeded climate, its ensemble, scenarios laid over it, and the HTTP service."""
