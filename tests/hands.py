"""What a pilot does on any place: another screen, a field filled in."""


def wide(page, width, height):
    page.set_viewport_size({"width": width, "height": height})


def put(page, label, text):
    field = page.get_by_label(label, exact=True)
    field.focus()
    page.keyboard.press("Control+a")
    page.keyboard.type(text)
    page.keyboard.press("Enter")
    return field
