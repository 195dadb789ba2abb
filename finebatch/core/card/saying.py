"""Claims written as a card says them, so that they read back as themselves."""

from collections.abc import Iterable

from .claims import Claim, ClaimKind

_LININGS = {
    "paper": "Use baking paper.",
    "greased": "Use greased trays.",
    "bare": "Use ungreased trays.",
    "mat": "Use a baking mat.",
}
_FORMS = {
    "scoop": "Drop in mounds",
    "ball": "Roll into balls",
    "ball_pressed": "Roll into balls and flatten each",
    "thumbprint": "Roll into balls and make a dent in each",
    "cutout": "Roll out",
    "slice": "Shape into a log and slice",
    "pan": "Press into a tin",
    "scored": "Roll out and score",
    "rope": "Roll into ropes",
    "wafer": "Spread thin",
    "twice_baked": "Bake as logs, slice, and bake again",
}
_PATTERNS = {
    ClaimKind.YIELD_PIECES: "Makes {n} pieces",
    ClaimKind.PORTION_G: "{n} g each",
    ClaimKind.BALL_MM: "{n} mm balls",
    ClaimKind.THICKNESS_MM: "{n} mm thick",
    ClaimKind.LOG_MM: "Logs {n} mm across",
    ClaimKind.SLICE_MM: "{n} mm slices",
    ClaimKind.SPACING_MM: "{n} mm apart",
    ClaimKind.OVEN_C: "Oven {n} °C",
    ClaimKind.FAN_C: "Oven {n} °C fan",
    ClaimKind.GAS_MARK: "Gas mark {n}",
    ClaimKind.BAKE_MIN: "Bake {n} minutes",
    ClaimKind.CHILL_MIN: "Chill {n} minutes",
    ClaimKind.STAND_MIN: "Rest the dough {n} minutes",
    ClaimKind.TRAY_REST_MIN: "Leave on the tray {n} minutes",
}


def say_claims(claims: Iterable[Claim]) -> list[str]:
    """A row for each claim that a card can say in a few words, in an order in which they read back."""
    return [said for claim in claims if (said := _said(claim))]


def _said(claim: Claim) -> str:
    if claim.kind is ClaimKind.FORM:
        return _FORMS.get(claim.word, "")
    if claim.kind is ClaimKind.LINING:
        return _LININGS.get(claim.word, "")
    if claim.kind in (ClaimKind.CUTTER_MM, ClaimKind.PAN_MM) and claim.low:
        thing = "cutter" if claim.kind is ClaimKind.CUTTER_MM else "tin"
        sides = f"{claim.low:g} x {claim.across:g}" if claim.across and claim.across != claim.low else f"{claim.low:g}"
        square = "square " if claim.across and claim.across == claim.low else ""
        return f"Use a {sides} mm {square}{thing}"
    pattern = _PATTERNS.get(ClaimKind.FAN_C if claim.word == "fan" else claim.kind)
    if pattern is None or claim.low is None or claim.high is None:
        return ""
    low, high = f"{claim.low:g}", f"{claim.high:g}"
    return pattern.format(n=low if low == high else f"{low} to {high}")
