"""How sheets, faces and lamps treat light, and the shapes that they take."""
