"""The ink of Hollowmist: brushes, strokes and what is computed from them.

Nothing in here knows of Django, HTTP or the screen. The same kernels run natively (`native`) and,
compiled to one WebAssembly module (`wasm`), on the tablet.
"""
