"""What fills a role: each construction lays its members on datums and says how they are joined."""
