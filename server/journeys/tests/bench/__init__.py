"""Journeys on the bench."""
