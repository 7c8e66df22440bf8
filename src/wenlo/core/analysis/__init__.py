"""What the light of a set does: gauges, maps, shadows, reflections, clashes."""
