"""The kernels: one file per station, joined in `stroke`; each runs natively and as WebAssembly.

A kernel takes scalars and C-contiguous arrays, allocates nothing and raises nothing; scratch space
is passed in. Arithmetic per pixel stays in float32; arithmetic per point may be float64.
"""
