"""What each dough and load asks of the day."""
