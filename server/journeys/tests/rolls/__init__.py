"""Journeys among rolls, packs and sources."""
