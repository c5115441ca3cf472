"""Listening to a device on a serial port: readings and colours come in, nonsense and pulled plugs are survived."""

from __future__ import annotations

from PyQt6.QtCore import QIODevice, QObject, QTimer, pyqtSignal
from PyQt6.QtSerialPort import QSerialPort, QSerialPortInfo

from narrow_cornice.instruments.meter_lines import MeterColour, MeterEar, MeterNote, MeterReading

AGAIN_MS = 1500  # between tries to find a meter again that was pulled out


class InstrumentPort(QObject):
    """One device, called ``called``. ``read`` carries a list of MeterReading (several where they came at once),
    ``seen`` a MeterColour, ``said`` words about how it stands, for the person."""

    read = pyqtSignal(object)
    seen = pyqtSignal(object)
    said = pyqtSignal(str)

    def __init__(self, parent: QObject | None = None, called: str = "meter") -> None:
        super().__init__(parent)
        self._called = called
        self._port = QSerialPort(self)
        self._port.setBaudRate(9600)
        self._port.readyRead.connect(self._hear)
        self._port.errorOccurred.connect(self._fault)
        self._ear = MeterEar()
        self._name = ""
        self._again = QTimer(self)
        self._again.setInterval(AGAIN_MS)
        self._again.timeout.connect(self._try_again)

    @staticmethod
    def there() -> list[str]:
        """Return the serial ports that the machine has."""
        return [info.systemLocation() for info in QSerialPortInfo.availablePorts()]

    @property
    def listening(self) -> bool:
        """Whether a meter is listened to."""
        return self._port.isOpen()

    @property
    def name(self) -> str:
        """Return the port that is, or is to be, listened to."""
        return self._name

    def listen(self, name: str) -> bool:
        """Begin to listen to a port; return whether it could be opened."""
        self.stop()
        self._name = name.strip()
        if self._open():
            self.said.emit(f"Listening to the {self._called} at {self._name}, in mm until it says otherwise")
            return True
        self.said.emit(f"{self._name[:60]} cannot be listened to: {self._port.errorString()}. Is it plugged in?")
        return False

    def _open(self) -> bool:
        self._port.setPortName(self._name)
        return bool(self._port.open(QIODevice.OpenModeFlag.ReadWrite))

    def stop(self) -> None:
        """Listen no longer."""
        self._again.stop()
        self._ear.forget()
        if self._port.isOpen():
            self._port.close()

    def ask(self) -> None:
        """Ask the meter for a reading."""
        if self._port.isOpen():
            self._port.write(b"?")

    def _hear(self) -> None:
        readings: list[MeterReading] = []
        for heard in self._ear.hear(bytes(self._port.readAll().data())):
            if isinstance(heard, MeterNote):
                self._note(heard)
            elif isinstance(heard, MeterColour):
                self.seen.emit(heard)
            else:
                readings.append(heard)
        if readings:
            self.read.emit(readings)

    def _note(self, note: MeterNote) -> None:
        words = {
            "hello": f"The {self._called} says it is {note.words}",
            "unit": f"The {self._called} reads in {note.words}",
            "battery": f"The {self._called}'s battery: {note.words} %",
            "fault": f"The {self._called}: {note.words}",
            "nonsense": f"The {self._called} sent a line that makes no sense, passed over: {note.words}",
        }
        self.said.emit(words[note.kind])

    def _fault(self, error: QSerialPort.SerialPortError) -> None:
        gone = (
            QSerialPort.SerialPortError.ResourceError,
            QSerialPort.SerialPortError.ReadError,
            QSerialPort.SerialPortError.WriteError,
        )
        if error in gone and self._port.isOpen():
            self._ear.forget()
            self._port.close()
            self.said.emit(f"The {self._called} is gone. Plug it in again: it is looked for.")
            self._again.start()

    def _try_again(self) -> None:
        if self._open():
            self._again.stop()
            self.said.emit(f"The {self._called} at {self._name} is there again, in mm until it says otherwise")
