"""Work away from the web process: the warm pool of compute workers."""
