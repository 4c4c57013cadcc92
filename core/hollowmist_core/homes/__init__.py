"""The two homes of the kernels: one lowering of the Python, then a shared library for this machine and a WebAssembly
module for the tablet, with the TypeScript that knows its memory."""

from pathlib import Path

MODULE = Path(__file__).parents[3] / "web" / "src" / "generated" / "engine.wasm"
"""Where `script/setup` puts the module."""
