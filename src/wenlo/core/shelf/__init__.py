"""The Shelf: what people own or can buy, item by item, and how an item of one's own gets into a design."""
