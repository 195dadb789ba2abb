"""How cold are fridge and freezer?"""

FRIDGE_C = 4.0
FREEZER_C = -18.0
