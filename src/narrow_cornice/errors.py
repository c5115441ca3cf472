"""The one root of every error that a person, a file or the surroundings can cause.

Programming errors are not of this kind and are never caught as if they were.
"""

from __future__ import annotations


class CorniceError(Exception):
    """Something given to the program cannot be used.

    ``message`` says what is wrong in the decorator's words, ``where`` names the place in what was given
    (a field, a line, a member of a file), ``remedy`` says what would do.
    """

    def __init__(self, message: str, *, where: str = "", remedy: str = "") -> None:
        super().__init__(message)
        self.message = message
        self.where = where
        self.remedy = remedy

    def __str__(self) -> str:
        """Return place, fault and remedy as one line."""
        text = f"{self.where}: {self.message}" if self.where else self.message
        return f"{text} {self.remedy}" if self.remedy else text


class SurroundingsError(CorniceError):
    """The machine, not the input, stands in the way: a full disk, a folder that is gone or closed."""
