"""What a pilot does on any place: another screen, a field filled in, a reading entered."""


def wide(page, width, height):
    page.set_viewport_size({"width": width, "height": height})


def put(page, label, text):
    field = page.get_by_label(label, exact=True)
    field.focus()
    page.keyboard.press("Control+a")
    page.keyboard.type(text)
    page.keyboard.press("Enter")
    return field


def read(page, text):
    """Enter a reading in the bench's open question."""
    page.locator("[data-ask]").fill(text)
    page.locator("[data-ask]").press("Enter")
