"""Which copies of the kitchen stay, and when the next is due."""

from datetime import UTC, datetime, timedelta

from hypothesis import given
from hypothesis import strategies as st

from finebatch.core.kitchen.keeping import BackupRule, due_at, staying

NOW = datetime(2026, 11, 20, 15, tzinfo=UTC)
moments = st.lists(st.datetimes(datetime(2026, 1, 1), datetime(2026, 12, 31)).map(lambda at: at.replace(tzinfo=UTC)))
rules = st.builds(BackupRule, keep_days=st.integers(1, 9), keep_weeks=st.integers(0, 6))


@given(rules, moments)
def test_the_last_of_each_of_the_latest_days_and_weeks_stays(rule: BackupRule, made: list[datetime]) -> None:
    stay = staying(rule, made)
    assert stay <= set(made)
    if made:
        assert max(made) in stay
    days = sorted({at.date() for at in made}, reverse=True)[: rule.keep_days]
    for day in days:
        assert max(at for at in made if at.date() == day) in stay
    weeks = sorted({at.isocalendar()[:2] for at in made}, reverse=True)[: rule.keep_weeks]
    for week in weeks:
        assert max(at for at in made if at.isocalendar()[:2] == week) in stay
    assert len(stay) <= 1 + len(days) + len(weeks)


@given(rules, moments)
def test_throwing_away_a_second_time_throws_nothing_away(rule: BackupRule, made: list[datetime]) -> None:
    once = staying(rule, made)
    assert staying(rule, once) == once


@given(rules, st.integers(1, 200))
def test_copies_made_daily_reach_back_as_far_as_was_asked(rule: BackupRule, many: int) -> None:
    """One a day, thrown away as the rule says each time: what is left is what would be left of all."""
    kept: frozenset[datetime] = frozenset()
    for day in range(many):
        kept = staying(rule, {*kept, NOW + timedelta(days=day)})
    assert kept == staying(rule, {NOW + timedelta(days=day) for day in range(many)})
    assert len(kept) >= min(many, rule.keep_days)


def test_the_next_is_due_by_the_last_and_a_clock_set_back_does_not_stop_it() -> None:
    rule = BackupRule(every_h=12)
    assert due_at(rule, [], NOW) == NOW
    assert due_at(rule, [NOW - timedelta(hours=30), NOW - timedelta(hours=5)], NOW) == NOW + timedelta(hours=7)
    # Copies of a month ahead were made before the clock was set back.
    assert due_at(rule, [NOW + timedelta(days=30)], NOW) == NOW
    assert due_at(BackupRule(on=False), [], NOW) is None
