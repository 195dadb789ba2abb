"""A baker's words in a table's cell."""

# What spreadsheet programs take for the beginning of a formula, wide forms of East Asian keyboards among them.
_BEGINS_FORMULA = tuple("=+-@\t\r\n＝＋－＠")


def plain_cell(cell: str) -> str:
    """The cell with a leading apostrophe where a spreadsheet would take it for a formula."""
    return f"'{cell}" if cell.startswith(_BEGINS_FORMULA) else cell


def typed_cell(cell: str) -> str:
    """A cell as it was typed, before `plain_cell`."""
    return cell[1:] if cell.startswith("'") and cell[1:].startswith(_BEGINS_FORMULA) else cell
