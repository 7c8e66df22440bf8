"""From a document to the surfaces, lamps and meters of its set."""
