"""Generate: sources made from nothing but numbers. Grains are tiles: what leaves on one side comes in on the other."""
