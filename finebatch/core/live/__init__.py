"""At the oven: a day as it is run, from what happened to the one next thing."""
