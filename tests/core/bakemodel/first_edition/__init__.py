"""The first edition of the bake model, written over arrays of many pieces: an independent oracle of the compiled time loop.

With the second edition's additions at nothing (`stiffens` 0, `planar` 1, no crowding, the old profile and air) both are the same
equations, and a piece baked alone comes out alike.
"""
