"""Random acts on a job, many of them: edits, undos and redos of every kind, each leaving a job that is saved and read
again as it is. What is derived is looked at now and then here; ``test_history_stateful`` looks at all of it."""

from __future__ import annotations

from hypothesis import HealthCheck, Phase, settings
from hypothesis.stateful import invariant
from test_history_stateful import Editing

from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.job.file import decode_job, encode_job
from thorough import acted

AT_A_TIME = 100


class Acts(Editing):
    """The same acts, with less looked at after each."""

    @invariant()
    def totals_are_there_after_every_step(self) -> None:
        """Save and read the job, and count it now and then."""
        if not hasattr(self, "history"):
            return
        self.steps += 1
        if self.steps % 10 == 0:
            assert decode_job(encode_job(self.history.job), "again") == self.history.job
        if self.steps % 50 == 0:
            assert all(figure.value >= -1e-6 for figure in tally(self.history.job).values())

    def check_everything(self) -> None:
        """Look at nothing more at the end; every act is still undone then, one by one."""


TestActing = Acts.TestCase
TestActing.settings = settings(
    max_examples=max(1, acted(100) // AT_A_TIME),
    stateful_step_count=AT_A_TIME,
    deadline=None,
    phases=[Phase.generate],
    suppress_health_check=list(HealthCheck),
)
del Editing  # it is tried where it stands
