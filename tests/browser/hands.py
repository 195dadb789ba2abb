"""What a baker's hands do on the interface: open a setting, choose from a list, take from a menu."""

import re

from playwright.sync_api import Locator, Page, expect

# Which words on the bench a setting opens from.
SETTINGS = {
    "Oven heat": "Oven", "Dial": "Oven", "Take them out": "Oven", "Mixing": "Making", "Fat goes in": "Making",
    "Chill before baking": "Making", "Into the oven": "Making", "Family of the dough": "Family",
}  # fmt: skip
MENUS = {
    "scale": ("Change", "Scale"), "swap": ("Change", "Swap"), "divide": ("Change", "Divide"), "card": ("More", "Its card"),
    "versions": ("More", "Versions"), "files": ("More", "Files"),
}  # fmt: skip


def setting(page: Page, label: str) -> Locator:
    """A setting of the bench, with the words it stands behind opened."""
    opener = page.get_by_role("button", name=re.compile(f"^{SETTINGS.get(label, 'Form')}: "))
    field = page.get_by_label(label, exact=True)
    if opener.get_attribute("aria-expanded") != "true":
        opener.click()
        # What arrives in that instant may take the focus, and closes it: a hand then taps again.
        page.wait_for_timeout(150)
        if opener.get_attribute("aria-expanded") != "true":
            opener.click()
    return field


def choose(field: Locator, value: str | None = None, label: str | None = None) -> None:
    """Choose from a list by what is kept, or by what is read."""
    field.click()
    options = field.page.get_by_role("listbox")
    option = options.locator(f"[data-choice='{value}']") if label is None else options.get_by_role("option", name=label, exact=True)  # fmt: skip
    option.click()
    # On a busy machine the list may open under the very finger that opened it, and takes that tap for none.
    page = field.page
    for _ in range(20):
        if not options.is_visible():
            break
        page.wait_for_timeout(100)
    else:
        option.click()
    expect(options).to_be_hidden()


def expect_chosen(field: Locator, value: str) -> None:
    """What is chosen in a list."""
    expect(field).to_have_attribute("data-choice", value)


def take(page: Page, what: str) -> None:
    """Something of the bench's menus."""
    menu, item = MENUS[what]
    page.get_by_role("button", name=menu, exact=True).click()
    page.get_by_role("menuitem", name=re.compile(f"^{item}")).click()


def set_moment(page: Page, label: str, moment: str) -> None:
    """Type a day and a time, as 2026-06-05T18:00, part by part in whichever order the kitchen has them."""
    field = page.get_by_role("group", name=label).first
    day, time = moment.split("T")
    parts = dict(zip(("year", "month", "day"), day.split("-"), strict=True))
    parts |= dict(zip(("hour", "minute"), time.split(":"), strict=True))
    for name, digits in parts.items():
        field.get_by_role("spinbutton", name=re.compile(f"^{name}")).click()
        page.keyboard.type(digits)


def expect_moment(page: Page, label: str, moment: str) -> None:
    """The day and the time that stand in a field, in the order of a European kitchen."""
    year, month, day, hour, minute = re.split("[-T:]", moment)
    field = page.get_by_role("group", name=label).first
    expect(field.get_by_role("spinbutton")).to_have_text([day, month, year, hour, minute])


def more(page: Page, dough: str, what: str) -> None:
    """Something of a dough's menu on the shelf."""
    page.get_by_role("button", name=f"More: {dough}", exact=True).click()
    page.get_by_role("menuitem", name=what, exact=True).click()
