"""Simulated outside services: small servers on loopback that ship with Wenlo and know nothing of its inside."""
