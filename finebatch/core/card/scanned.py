"""Letters that a scanner mistook, put right for reading; the card itself stays as it is."""

import re

# Words with "rn" in them that are words.
_RN = frozenset(
    """acorn adorn barn born burn burns butternut corn cornflakes cornflour cornmeal cornstarch eastern external fern horn internal
    kernel kernels lantern modern morning northern overturn pattern peppercorn popcorn return returned returns southern tavern thorn
    torn turn turned turning turns worn western""".split()
)
_FIGURES = str.maketrans({"l": "1", "I": "1", "O": "0", "o": "0", "S": "5", "s": "5", "z": "2", "B": "8"})
_SIGNS = re.compile(
    r"[A-Za-z][0159][a-z]|\b[lI]\s+(?:cup|egg|tsp|tbsp|in)\b|\b\d+[lIOoS]\d*\b|\brn\w|\w+rn[aeiou]|[A-Z][l1][A-Z]|\bq[^u\W]"
)
LEAST_SIGNS = 3  # fewer may be anything: a code, a name


def is_scanned(text: str) -> bool:
    """Whether a card looks as if a scanner had read it."""
    return len(_SIGNS.findall(text)) >= LEAST_SIGNS


def mended(text: str) -> str:
    """A scanned row as it was most likely written.

    >>> mended("Bake 3S0° 80-l0 rnin. on qreased sheet")
    'Bake 350° 80-10 min. on greased sheet'
    """
    text = re.sub(
        r"(?<![A-Za-z])[\dlIOoS|]*\d[\dlIOoS|]*(?![A-Za-z])|(?<![A-Za-z\d])[lI](?=[ /-])",
        lambda found: found[0].translate(_FIGURES),
        text,
    )
    text = re.sub(r"(?<=[\d-])[lI](?=\d)", "1", text)
    return re.sub(r"[A-Za-z][A-Za-z0159]+", _word, text)


def _word(found: re.Match[str]) -> str:
    word = found[0]
    word = re.sub(r"1", "l", word)
    word = word.replace("0", "o").replace("5", "s").replace("9", "g")
    word = re.sub(r"q(?!u)", "g", word)
    if word[1:] != word[1:].upper():
        word = word[0] + word[1:].replace("I", "l")
    return word if word.lower() in _RN else word.replace("rn", "m")
