"""Journeys on sheets."""
