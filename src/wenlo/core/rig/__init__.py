"""What holds a set up, keeps it cool and dry: loads, ballast, bending, heat, mains, checks, lay-out."""
