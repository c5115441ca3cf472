"""Reading hostile input in a process of its own, held to a time and a size: what came of it, in a word."""

from __future__ import annotations

import multiprocessing
import os
import resource
import signal
import time
import traceback
from collections.abc import Iterable, Iterator
from multiprocessing.connection import Connection

from narrow_cornice.errors import CorniceError

SECONDS = 5.0
MORE_BYTES = 500 * 1024 * 1024


class TooLongError(Exception):
    """It took longer than anybody waits."""


def _ends(_signal: int, _frame: object) -> None:
    raise TooLongError


def _held_bytes() -> int:
    with open("/proc/self/statm") as told:
        return int(told.read().split()[0]) * os.sysconf("SC_PAGE_SIZE")


def _work(name: str, inputs: list[bytes], wire: Connection, seconds: float) -> None:
    from hostile_readers import READERS

    read = READERS[name].read
    for sample in READERS[name].samples():
        read(sample)  # what it imports is no part of what an input takes
    resource.setrlimit(resource.RLIMIT_AS, (_held_bytes() + MORE_BYTES, resource.RLIM_INFINITY))
    signal.signal(signal.SIGALRM, _ends)
    for number, raw in enumerate(inputs):
        wire.send(("begun", number, 0.0))
        began, said = time.perf_counter(), ""
        signal.setitimer(signal.ITIMER_REAL, seconds)
        try:
            read(raw)
        except CorniceError as error:
            if not str(error).strip():
                said = "a refusal without words"
        except MemoryError:
            said = "more memory than it may have"
        except TooLongError:
            said = f"longer than {seconds:g} s"
        except BaseException as error:  # whatever it is, it is no refusal
            last = traceback.extract_tb(error.__traceback__)[-1]
            said = f"{type(error).__name__}: {str(error)[:120]} ({last.filename.rsplit('/', 2)[-1]}:{last.lineno})"
        finally:
            signal.setitimer(signal.ITIMER_REAL, 0)
        wire.send((said, number, time.perf_counter() - began))
    wire.send(("over", len(inputs), 0.0))


def fallen(name: str, inputs: Iterable[bytes], seconds: float = SECONDS) -> Iterator[tuple[bytes, str]]:
    """Yield the inputs that were neither read nor refused in words, each with what came of it instead."""
    left = list(inputs)
    context = multiprocessing.get_context("fork")
    while left:
        ours, theirs = context.Pipe(duplex=False)
        process = context.Process(target=_work, args=(name, left, theirs, seconds), daemon=True)
        process.start()
        theirs.close()
        at, over = -1, False
        try:
            while True:
                if not ours.poll(seconds * 4 if at >= 0 else 120):
                    yield left[max(at, 0)], "it never came back"
                    break
                said, number, _ = ours.recv()
                at = number
                if said == "over":
                    over = True
                    break
                if said and said != "begun":
                    yield left[number], said
        except EOFError:
            process.join(5)
            yield left[max(at, 0)], f"the process died ({process.exitcode})"
        process.kill()
        process.join()
        if at < 0:  # not even its own sample was read: nothing that follows would say more
            return
        left = [] if over else left[at + 1 :]
