"""The built thing in space: parts with solids and poses, and joints whose methods own what they take off."""
