"""Ways of joining, one module each: what a method takes off, adds and drives in is known to it alone."""
