"""Commands of packs."""
