"""What is wanted, of whom or what, in which room, with which camera and lamp."""
