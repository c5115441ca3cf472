"""What rooms are dressed with: cloth, rods, shades, lamps, rugs and pieces that are to be bought."""
