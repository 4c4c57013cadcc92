"""Tests of lending and borrowing."""
