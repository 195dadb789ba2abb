"""Fine Batch: formulate, predict, schedule and remember home cookie bakes."""
