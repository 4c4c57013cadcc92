"""Preparing sources: recipes of steps over an untouched original, and generators.

`steps` and `generators` say what there is, `recipe` reads a recipe, `run` follows it natively.
"""
