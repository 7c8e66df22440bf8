"""From members and skins to pieces, joints, cuts and templates."""
