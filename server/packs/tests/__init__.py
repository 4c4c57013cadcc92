"""Tests of packs."""
