"""A sheet or a roll of labels, by numbers of the baker's own."""

from enum import StrEnum

from pydantic import Field

from ..base import Problem, Value, stop


class LabelPaper(StrEnum):
    """What labels are printed on."""

    A4 = "a4"
    LETTER = "letter"
    ROLL = "roll"


PAPER_MM = {LabelPaper.A4: (210.0, 297.0), LabelPaper.LETTER: (215.9, 279.4)}


class LabelSheet(Value):
    """A sheet of labels as its packet says: rows and columns, the size of one and the gaps between; of a roll one label at a time."""

    paper: LabelPaper = LabelPaper.A4
    columns: int = Field(default=2, ge=1, le=12)
    rows: int = Field(default=4, ge=1, le=30)
    width_mm: float = Field(default=99.0, ge=20, le=300)
    height_mm: float = Field(default=67.0, ge=12, le=300)
    left_mm: float = Field(default=6.0, ge=0, le=100)
    top_mm: float = Field(default=14.5, ge=0, le=100)
    across_gap_mm: float = Field(default=0.0, ge=0, le=50)
    down_gap_mm: float = Field(default=0.0, ge=0, le=50)

    def problems(self) -> list[Problem]:
        """Where the labels do not fit on the paper."""
        if self.paper is LabelPaper.ROLL:
            return []
        wide, high = PAPER_MM[self.paper]
        right = self.left_mm + self.columns * self.width_mm + (self.columns - 1) * self.across_gap_mm
        bottom = self.top_mm + self.rows * self.height_mm + (self.rows - 1) * self.down_gap_mm
        found = []
        if right > wide + 0.5:
            found.append(
                stop(
                    "sheet.columns",
                    f"{self.columns} labels side by side reach to {right:.0f} mm: the paper is {wide:.0f} mm wide.",
                )
            )
        if bottom > high + 0.5:
            found.append(
                stop(
                    "sheet.rows",
                    f"{self.rows} labels below each other reach to {bottom:.0f} mm: the paper is {high:.0f} mm high.",
                )
            )
        return found
