"""From surfaces, lamps and meters to readings, maps and pictures."""
