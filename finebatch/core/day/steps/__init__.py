"""The plan as steps with their reasons."""
