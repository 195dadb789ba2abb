"""What a cup and a spoon hold; what an inch and an ounce are."""

MM_PER_IN = 25.4
G_PER_OZ = 28.35
US_CUP_ML = 236.588
US_TBSP_ML = 14.787
US_TSP_ML = 4.929
