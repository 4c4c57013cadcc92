"""The native home: the kernels driven on the server's CPU."""
