"""How much sharper does a notebook make the predictions? `make learnbench` prints the tables that docs/learning.md keeps; the fixed-seed
part of it is held by tests/core/learning/test_kitchens.py."""

import sys
from collections.abc import Iterable
from dataclasses import dataclass, field

import numpy as np

from finebatch.core.bakemodel.prediction import Z90
from finebatch.core.learning.condition import Learned, learn, with_claims
from finebatch.core.learning.foresee import foreseen
from finebatch.core.learning.look import Look
from finebatch.core.learning.unknowns import Level, Output
from tests.simulated import World, bake_look, card_look, doughs, trade_look, worlds

KITCHENS, FRESH_SEED = 240, 31
AFTER = (1, 2, 3, 5, 10)
NEW_AFTER = (1, 5, 15)


@dataclass
class Score:
    """Errors (ln) and sds of what was foreseen, a row a kitchen."""

    errors: list[np.ndarray] = field(default_factory=list)
    sds: list[np.ndarray] = field(default_factory=list)

    def figures(self) -> list[tuple[float, float, float]]:
        """Of width, height and minutes: median error %, half width of the 90% range %, share inside it %."""
        error, sd = np.abs(self.errors), np.array(self.sds)
        median, half = 100 * np.median(error, 0), 100 * (np.exp(Z90 * np.median(sd, 0)) - 1)
        inside = 100 * (error <= Z90 * sd).mean(0)
        return [(float(median[o]), float(half[o]), float(inside[o])) for o in range(3)]


@dataclass
class Trial:
    """All scores by line of the table; `claims`: whether each card's minutes were wrong, and how far they were believed."""

    scores: dict[str, Score] = field(default_factory=dict)
    claims: list[tuple[bool, float]] = field(default_factory=list)


def trial(
    kitchens: Iterable[World], table: dict[str, Level] | None = None, wrong: float = 0.08, blunders: float = 0.0,
    robust: bool = True, probe: bool = False, seed: int = 7,
) -> Trial:  # fmt: skip
    """Every line of the table over some kitchens."""
    found, rng = Trial(), np.random.default_rng(seed)
    for world in kitchens:
        _one(found, rng, world, table, wrong, blunders, robust, probe)
    return found


def _one(found: Trial, rng, world: World, table, wrong: float, blunders: float, robust: bool, probe: bool) -> None:
    trade, cards, bakes, wrongs = [], {}, {}, {}
    for n, b in enumerate(world.bakes):
        if b.kind == "trade":
            trade.append(trade_look(rng, b))
        elif b.kind == "card":
            cards[b.slot], wrongs[b.slot] = card_look(rng, b, wrong)
        else:
            bakes.setdefault(b.slot, []).append(bake_look(rng, world, b, f"bake {n}", blunders=blunders, probe=probe))
    own = [b for b in world.bakes if b.kind == "bake" and b.slot == 0]
    truth, target, past = own[-1].truth, bakes[0][-1], bakes[0][:-1]
    # The trade's word on the family, never on this very dough.
    anchors = [look for look in trade if look.dough != f"trade {doughs()[own[0].dough].name}"]

    def near(looks: list[Look]) -> list[Look]:
        return [look for look in anchors if look.families[0] in {x.families[0] for x in looks}]

    def judge(line: str, looks: list[Look], card: Look | None = None) -> Learned:
        learned = learn(looks, table, robust)
        learned = with_claims(learned, card) if card else learned
        mean, cov = foreseen(learned, target)
        if not target.nominal.walls:
            score = found.scores.setdefault(line, Score())
            score.errors.append(mean[:3] - truth)
            score.sds.append(np.sqrt(np.diag(cov)[:3]))
        return learned

    base = near([target])
    judge("the model alone", [])
    judge("with the trade's ranges", base)
    learned = judge("with its card", base, cards[0])
    minutes = next(b for b in learned.beliefs if b.look.claim and b.said.output is Output.MINUTES)
    found.claims.append((wrongs[0], minutes.weight))
    for n in AFTER:
        judge(f"after {n} bake{'s' * (n > 1)} of it", [*base, *past[-n:]], cards[0])
    others = [bakes[slot][b] for b in range(3) for slot in range(1, 6)]
    for n in NEW_AFTER:
        some = others[:n]
        judge(f"a new dough with its card, {n} of others", [*near([target, *some]), *some], cards[0])


def printed(found: Trial) -> None:
    print("| | width | height | minutes |\n|---|---|---|---|")
    for line, score in found.scores.items():
        cells = (f"{median:.1f}% ±{half:.1f}% {inside:.0f}%" for median, half, inside in score.figures())
        print(f"| {line} | {' | '.join(cells)} |")
    wrong = [weight for bad, weight in found.claims if bad]
    right = [weight for bad, weight in found.claims if not bad]
    for name, weights in (("wrong", wrong), ("right", right)):
        if weights:
            aside = 100 * sum(w < 0.5 for w in weights) / len(weights)
            print(f"\nOf {len(weights)} {name} claims of minutes {aside:.0f}% were set aside before any bake.")


def main(number: int = KITCHENS, seed: int = FRESH_SEED) -> None:
    made = worlds(number, seed)
    print(f"{number} hard kitchens, seed {seed}: median error, half width of the 90% range, share of truths inside.\n")
    printed(trial(made))
    print("\n30% of cards wrong, 10% of bakes blunders:\n")
    printed(trial(made, wrong=0.3, blunders=0.1))
    print("\nThe same, everything believed:\n")
    printed(trial(made, wrong=0.3, blunders=0.1, robust=False))
    print("\nAn oven thermometer read at each bake:\n")
    printed(trial(made, probe=True))


if __name__ == "__main__":
    main(*(int(x) for x in sys.argv[1:3]))
