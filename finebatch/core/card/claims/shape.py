"""Which form do the words mean, and what is on the tray?"""

import re
from collections.abc import Iterator

from .claim import Claim, ClaimKind, Passage
from .words import claimed


def linings(passage: Passage) -> Iterator[Claim]:
    text = passage.text
    paper = re.search(
        r"\b(?:parchment|baking paper|butter paper|greaseproof|lined|line (?:two |the |your |a |[\d.]+ |x |by |cm |inch |in |baking |square |round )*(?:trays?|sheets?|tins?|pans?)|paper)\b",
        text,
        re.I,
    )
    greased = re.search(r"\b(?:un)?greased?\b|\bbuttered\b|\bq?reased\b", text, re.I)
    mat = re.search(r"\b(?:silicone|baking) mat\b", text, re.I)
    if mat:
        yield claimed(ClaimKind.LINING, passage, mat, word="mat")
    elif paper:
        yield claimed(ClaimKind.LINING, passage, paper, word="paper")
    elif greased and re.search(r"tray|sheet|pan\b|tin\b|sheets|pans|tins", text, re.I):
        yield claimed(
            ClaimKind.LINING, passage, greased, word="bare" if greased[0].lower().startswith("un") else "greased"
        )


_FORMS: tuple[tuple[str, str], ...] = (
    ("thumbprint", r"\bthumb|make a (?:dent|hollow|well|dip)|hollow in (?:each|the)|dent (?:in )?each|indent"),
    ("slice", r"\bcut\b[^.;]{0,80}\bslices\b|\bslic\w+\b[^.;]{0,80}(?:log|roll|thick|mm|cm|inch|rounds)|(?:log|roll|sausage|cylinder)s?\b[^;]{0,80}\bslic|icebox"),
    ("rope", r"\b(?:(?:into|roll\w*|form\w*|shape\w*|make|a|each|long|thick|thin|mm|cm|inch)[- ]+(?:\w+[- ]+){0,3}ropes?|ropes? of|ropes and|twist|plait|braid|crescents?|horseshoe|rings? of dough|pretzel)\b"),
    ("scored", r"\b(?:score|(?<!gas )mark (?:\d|into|out)|(?<!gas )mark \d|prick[^.]{0,80}mark|break (?:on|along) the lines)|pizza cutter"),
    ("pan", r"\b(?:press|pat|spread|tip|pack)\w*\b[^.;]{0,60}\b(?:tin|pan|dish)\b|(?:into|in) (?:a|an|the) [^.;]{0,40}\b(?:tin|baking pan|dish)\b"),
    ("cutout", r"\bcutters?\b|\broll(?:ed)?\b[^.;]{0,20}\bout\b|\bcut (?:out|into (?:shapes|rounds|stars|circles))|stamp out|\broll (?:thin|\d|to \d|between)|\b(?:rd|rounds) \b"),
    ("ball_pressed", r"\bballs?\b.{0,200}?\b(?:flatten|press|squash)|(?:flatten|press|squash)\w*\b[^.;]{0,80}\bballs?"),
    ("ball", r"\b(?:roll|shape|form|make)\w*\b[^.;]{0,60}\bballs?\b|\bballs\b|size of an? (?:walnut|hazel|marble)|walnut-siz"),
    ("wafer", r"\bspread(?:ing)?\b[^.;]{0,30}\bthin|\bwafers?\b|\blace\b|stencil|tuile"),
    ("scoop", r"\bdrop\w*\b|\bscoop\w*\b|spoonfuls?|\bmounds?\b|\bdollop|heaps?\b|with (?:a )?(?:tea|table)spoon"),
)  # fmt: skip


def form_of(passages: list[Passage], found: list[Claim]) -> Claim | None:
    whole = " ".join(passage.text for passage in passages)
    if any(claim.kind is ClaimKind.SECOND_BAKE_MIN for claim in found) or re.search(
        r"\btwice[- ]bak|rusks?\b|biscotti|bake again", whole, re.I
    ):
        word = "twice_baked" if re.search(r"\bslic|\bcut\b", whole, re.I) else ""
        if word:
            return Claim(kind=ClaimKind.FORM, word=word)
    if re.search(r"\bscoop\b[^.;]{0,30}\bballs?\b", whole, re.I) and not re.search(
        r"\broll\w*\b[^.;]{0,40}\bballs?\b", whole, re.I
    ):
        passages = [
            Passage(text=re.sub(r"\bballs?\b", "mound", passage.text, flags=re.I), start=passage.start)
            for passage in passages
        ]
    making = [passage for passage in passages if not re.match(r"\W*(?:store|keeps?|freeze)\b", passage.text, re.I)]
    for word, pattern in _FORMS:
        for passage in making:
            match = re.search(
                pattern, re.sub(r"\b(in|ins|mins?|tbsp|tsp|oz)\.", r"\1 ", passage.text, flags=re.I), re.I | re.S
            )
            if match:
                if (
                    word == "scored"
                    and re.search(r"\btin\b|\bpan\b", whole, re.I)
                    and re.search(r"\b(?:press|pat|pack)", whole, re.I)
                ):
                    continue
                if word == "scoop" and re.search(r"\blace\b|spread a lot|very well apart", whole, re.I):
                    word = "wafer"
                return claimed(ClaimKind.FORM, passage, match, word=word)
    return None
