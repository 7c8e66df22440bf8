"""Compiled inner loops of the light transport: plain arrays in, plain arrays out.

Points and directions are passed as scalars: in these loops a view of an array costs more than the sums.
The rows that the kernels read are laid out in :mod:`wenlo.core.transport.kernels.layout`.
"""
