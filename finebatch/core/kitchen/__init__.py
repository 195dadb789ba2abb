"""The place: kitchen, trays, oven, the baker's habits and paces."""

from .bakeware import Liner, TrayKind
from .cold import FREEZER_C, FRIDGE_C
from .habit import CUP_ML, EGG_SIZE, FL_OZ_ML, PINT_ML, TBSP_ML, TSP_ML, CupFill, Habit, OwnMeasure, Region
from .housekeeping import AISLES, KWH_IN, EnergyUnit, Housekeeping, Money, digits_of, written
from .keeping import BackupRule, due_at, staying
from .kitchen import Clock, DateOrder, Kitchen, Units
from .oven import FAN_OFFSET_K, OvenSetting, Scale, apart, check_oven, dial, gas_marks, say, to_c
from .paces import Pace, longest_s, pace_s, paces_of, typical_s
from .spoken import in_units, spoken
from .tray import Tray

__all__ = [
    "AISLES",
    "CUP_ML",
    "EGG_SIZE",
    "FAN_OFFSET_K",
    "FL_OZ_ML",
    "FREEZER_C",
    "FRIDGE_C",
    "KWH_IN",
    "PINT_ML",
    "TBSP_ML",
    "TSP_ML",
    "BackupRule",
    "Clock",
    "CupFill",
    "DateOrder",
    "EnergyUnit",
    "Habit",
    "Housekeeping",
    "Kitchen",
    "Liner",
    "Money",
    "OvenSetting",
    "OwnMeasure",
    "Pace",
    "Region",
    "Scale",
    "Tray",
    "TrayKind",
    "Units",
    "apart",
    "check_oven",
    "dial",
    "digits_of",
    "due_at",
    "gas_marks",
    "in_units",
    "longest_s",
    "pace_s",
    "paces_of",
    "say",
    "spoken",
    "staying",
    "to_c",
    "typical_s",
    "written",
]
