"""Cycles are swept up on the window's thread alone."""

from __future__ import annotations

import gc
import threading
import time
import weakref

import pytest
from PyQt6.QtCore import QObject
from PyQt6.QtWidgets import QApplication

from narrow_cornice.desk.calm import MUCH
from narrow_cornice.desk.runner import Runner

pytestmark = pytest.mark.desk


class Ring:
    """Something that only looking for cycles lets go."""

    def __init__(self) -> None:
        self.me = self


def test_what_is_made_aside_is_swept_up_by_the_window(qapp: QApplication) -> None:
    runner, on, swept = Runner(), list[threading.Thread](), list[weakref.ref[Ring]]()

    def make() -> None:
        for _ in range(5):
            rings = [Ring() for _ in range(MUCH)]
            swept.append(weakref.ref(rings[0]))

    def watch(phase: str, _: dict[str, int]) -> None:
        on.append(threading.current_thread())

    gc.callbacks.append(watch)
    try:
        assert not gc.isenabled()
        runner.run("", make, lambda _: None, lambda _: None)
        until = time.monotonic() + 10.0
        while not (len(swept) == 5 and all(one() is None for one in swept)) and time.monotonic() < until:
            qapp.processEvents()
            time.sleep(0.005)
            for _ in range(MUCH // 10):  # what was made while a sweeping ran is swept up by one of the next
                Ring()
    finally:
        gc.callbacks.remove(watch)
    assert [one() for one in swept] == [None] * 5
    assert set(on) == {threading.main_thread()}


def test_work_that_is_done_is_let_go_here(qapp: QApplication) -> None:
    runner, gone = Runner(), list[tuple[int, bool]]()
    for number in range(3):
        done: list[object] = []
        runner.run("", lambda n=number: n, done.append, lambda _: None)
        (work,) = runner._held
        answer: QObject = work.answer
        weakref.finalize(work, lambda n=number: gone.append((n, threading.current_thread() is threading.main_thread())))
        del work, answer
        while not done:
            qapp.processEvents()
            time.sleep(0.002)
    assert gone == [(0, True), (1, True)]  # the last one may still be left by its thread
