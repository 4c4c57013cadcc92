"""Reaching the server from a tablet in the same network: over TLS, with an authority of this checkout's own."""
