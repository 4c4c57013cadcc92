"""Build the module and the generated TypeScript: `python -m hollowmist_core.wasm MODULE.wasm LAYOUT.ts`."""

import os
import sys
import tempfile
import warnings

# Before Numba is imported: plain, unoptimised IR. LLVM optimises it for wasm32, not for this machine's CPU,
# and what is compiled so must not be mistaken for native code later.
os.environ.update(
    NUMBA_CPU_NAME="generic",
    NUMBA_CPU_FEATURES="",
    NUMBA_OPT="0",
    NUMBA_LOOP_VECTORIZE="0",
    NUMBA_SLP_VECTORIZE="0",
)


def main(module_path: str, layout_path: str) -> None:
    """Write both files."""
    with tempfile.TemporaryDirectory() as scratch:
        os.environ["NUMBA_CACHE_DIR"] = scratch
        warnings.filterwarnings("ignore", message="Cannot cache")
        from .build import build
        from .layout import typescript

        size = build(module_path)
        with open(layout_path, "w", encoding="utf-8") as out:
            out.write(typescript())
    print(f"{module_path}: {size / 1024:.1f} KB")


if __name__ == "__main__":
    main(*sys.argv[1:])
