"""What a cup and a spoon hold."""

US_CUP_ML = 236.588
US_TBSP_ML = 14.787
US_TSP_ML = 4.929
