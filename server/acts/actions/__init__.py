"""What the carrier asks for."""
