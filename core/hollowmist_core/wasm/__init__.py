"""The tablet's home: the kernels as one WebAssembly module, and the TypeScript that knows its memory."""

from pathlib import Path

MODULE = Path(__file__).parents[3] / "web" / "public" / "engine.wasm"
"""Where `script/setup` puts the module."""
