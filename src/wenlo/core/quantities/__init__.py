"""Units at the edges: lengths, stops, exposure. Everything inside is SI and linear."""
