"""Journeys in which devices, networks and servers come and go."""
