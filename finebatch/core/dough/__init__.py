"""The dough as made: its family, balance, method, weigh-in and keeping."""

from .amounts import amounts_by_role
from .balance import KEEPING, Balance, balance_of, keeps_for, leanings, water_activity
from .cautions import warnings_of
from .dough import Dough, dough_of, mix_of_dough
from .keeping import LONGEST_CHILL_S, keeping_raw
from .linking import linked
from .looks import RAW_COCOA, RAW_MOLASSES, RAW_WHEAT, Inclusion, Looks, Tints, looks_of
from .making import Making
from .method import (
    Attention,
    MethodStep,
    Stage,
    chill_hours,
    mixing_minutes,
    mixing_parts,
    propose,
    ready_steps,
)
from .styles import Style, Usual, strangeness, styles, unseen
from .wanting import wanting
from .weigh_in import Rescue, Target, WeighIn, as_weighed, rescue, targets

__all__ = [
    "KEEPING",
    "LONGEST_CHILL_S",
    "RAW_COCOA",
    "RAW_MOLASSES",
    "RAW_WHEAT",
    "Attention",
    "Balance",
    "Dough",
    "Inclusion",
    "Looks",
    "Making",
    "MethodStep",
    "Rescue",
    "Stage",
    "Style",
    "Target",
    "Tints",
    "Usual",
    "WeighIn",
    "amounts_by_role",
    "as_weighed",
    "balance_of",
    "chill_hours",
    "dough_of",
    "keeping_raw",
    "keeps_for",
    "leanings",
    "linked",
    "looks_of",
    "mix_of_dough",
    "mixing_minutes",
    "mixing_parts",
    "propose",
    "ready_steps",
    "rescue",
    "strangeness",
    "styles",
    "targets",
    "unseen",
    "wanting",
    "warnings_of",
    "water_activity",
]
