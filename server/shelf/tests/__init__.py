"""Tests of the shelf; they run with its own settings."""
