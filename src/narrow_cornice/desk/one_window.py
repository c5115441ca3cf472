"""One window for a job: who opens a job that is open already has its window come to the front.

Each window listens on a local socket named by its job. A few bytes go over it, and nothing that they say is trusted:
whatever comes, the window is raised. Qt's network is brought in with the first job that has a file.
"""

from __future__ import annotations

import os
from pathlib import Path
from typing import TYPE_CHECKING

from PyQt6.QtCore import QObject, pyqtSignal

if TYPE_CHECKING:
    from PyQt6.QtNetwork import QLocalServer

WAIT_MS = 800


def name_of(path: Path) -> str:
    """Return the name of the socket that the window of a job listens on."""
    import hashlib

    real = os.path.realpath(path)
    return f"narrow-cornice-{os.getuid()}-{hashlib.sha256(real.encode('utf-8', 'surrogateescape')).hexdigest()[:24]}"


def raise_other(path: Path) -> bool:
    """Have the window that has a job open come to the front; return whether there is one that listens."""
    from PyQt6.QtNetwork import QLocalSocket

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
        self._server: QLocalServer | None = None
        self._path: Path | None = None

    def listen(self, path: Path | None) -> None:
        """Listen for a job, no longer for the one before."""
        if path == self._path:
            return
        self._path = path
        if self._server is not None:
            self._server.close()
        if path is None:
            return
        server = self._server = self._server or self._make_server()
        server.removeServer(name_of(path))  # one that a killed window left behind: the lock says it is ours
        server.listen(name_of(path))

    def _make_server(self) -> QLocalServer:
        from PyQt6.QtNetwork import QLocalServer

        server = QLocalServer(self)
        server.setSocketOptions(QLocalServer.SocketOption.UserAccessOption)
        server.newConnection.connect(lambda: self._take(server))
        return server

    def _take(self, server: QLocalServer) -> None:
        while server.hasPendingConnections():
            connection = server.nextPendingConnection()
            if connection is not None:
                connection.disconnected.connect(connection.deleteLater)
                connection.disconnectFromServer()
        self.wanted.emit()
