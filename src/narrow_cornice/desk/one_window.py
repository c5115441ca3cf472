"""One window for a job: who opens a job that is open already has its window come to the front.

Each window listens on a local socket named by its job. A few bytes go over it, and nothing that they say is trusted:
whatever comes, the window is raised.
"""

from __future__ import annotations

import hashlib
import os
from pathlib import Path

from PyQt6.QtCore import QObject, pyqtSignal
from PyQt6.QtNetwork import QLocalServer, QLocalSocket

WAIT_MS = 800


def name_of(path: Path) -> str:
    """Return the name of the socket that the window of a job listens on."""
    real = os.path.realpath(path)
    return f"narrow-cornice-{os.getuid()}-{hashlib.sha256(real.encode('utf-8', 'surrogateescape')).hexdigest()[:24]}"


def raise_other(path: Path) -> bool:
    """Have the window that has a job open come to the front; return whether there is one that listens."""
    socket = QLocalSocket()
    socket.connectToServer(name_of(path))
    if not socket.waitForConnected(WAIT_MS):
        return False
    socket.write(b"raise")
    socket.waitForBytesWritten(WAIT_MS)
    socket.disconnectFromServer()
    return True


class Listening(QObject):
    """Emits ``wanted`` when somebody opens the job of this window elsewhere."""

    wanted = pyqtSignal()

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._server = QLocalServer(self)
        self._server.setSocketOptions(QLocalServer.SocketOption.UserAccessOption)
        self._server.newConnection.connect(self._take)
        self._path: Path | None = None

    def listen(self, path: Path | None) -> None:
        """Listen for a job, no longer for the one before."""
        if path == self._path:
            return
        self._path = path
        self._server.close()
        if path is not None:
            QLocalServer.removeServer(name_of(path))  # one that a killed window left behind: the lock says it is ours
            self._server.listen(name_of(path))

    def _take(self) -> None:
        while self._server.hasPendingConnections():
            connection = self._server.nextPendingConnection()
            if connection is not None:
                connection.disconnected.connect(connection.deleteLater)
                connection.disconnectFromServer()
        self.wanted.emit()
