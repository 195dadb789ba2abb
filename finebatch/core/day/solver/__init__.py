"""Plans proved best, or as near as the time allows."""
