"""What is put on a wall, a floor or a ceiling, over plain values in mm: slats, boards, tiles, paper, pictures,
screens."""
