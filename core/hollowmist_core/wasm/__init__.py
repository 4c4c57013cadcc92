"""The tablet's home: the kernels as one WebAssembly module, and the TypeScript that knows its memory."""
