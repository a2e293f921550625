"""Settings, urls and the WSGI door."""
