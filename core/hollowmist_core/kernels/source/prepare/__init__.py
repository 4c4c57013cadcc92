"""Prepare: the steps that make a shape or a grain of a picture.

All work on ink as float32 by rows, 0 bare .. 1 full, and write to another vector than they read.
"""
