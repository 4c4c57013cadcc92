"""The two homes of the kernels, and the other browser engine."""
