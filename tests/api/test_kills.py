"""A server killed at random moments has lost nothing that it acknowledged, and kept nothing by halves: `make killbench` in short."""

from tests.kill_bench import WRITERS, run


def test_nothing_acknowledged_is_lost_and_nothing_is_torn() -> None:
    wrong, written = run(kills=12, seed=3, say=lambda _: None)
    assert wrong == []
    assert len(written) == len(WRITERS)
    assert min(written.values()) > 0  # each kind was really written
