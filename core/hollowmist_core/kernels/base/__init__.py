"""Base: how kernels are registered, what travels together, chance, and curves. Knows no other stage."""
