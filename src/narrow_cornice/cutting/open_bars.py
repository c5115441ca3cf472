"""Bars in the order they were opened, found by the room that is left in them."""

from __future__ import annotations


class OpenBars:
    """Finds the first bar that still has so much room, and takes from one, each in steps that grow with the logarithm
    of how many there are: a tree of maxima, the bars its leaves (as Johnson 1973 has first-fit done)."""

    def __init__(self, most: int) -> None:
        """Begin with none; ``most`` is how many there may come to be."""
        self._size = 1 << max(0, most - 1).bit_length()
        self._room = [-1.0] * (2 * self._size)
        self._count = 0

    def open(self, room: float) -> int:
        """Open another bar with so much room; return its number."""
        number = self._count
        self._count += 1
        self._set(number, room)
        return number

    def place(self, need: float, takes: float) -> int | None:
        """Take ``takes`` from the first bar with at least so much room, above nought; return its number, None where
        there is no such bar."""
        room, size = self._room, self._size
        if room[1] < need:
            return None
        node = 1
        while node < size:
            node += node
            if room[node] < need:
                node += 1
        self._set(node - size, room[node] - takes)
        return node - size

    def room(self, number: int) -> float:
        """Return the room that is left in a bar."""
        return self._room[self._size + number]

    def _set(self, number: int, value: float) -> None:
        room, node = self._room, self._size + number
        room[node] = value
        while node > 1:
            other = room[node ^ 1]
            if other > value:
                value = other
            node >>= 1
            if room[node] == value:
                return
            room[node] = value
