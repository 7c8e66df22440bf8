"""How a build is made, repaired, packed and drawn, step by step."""
