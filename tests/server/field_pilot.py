"""A pilot at the field, over the API."""

GAIN = "transmitter.modes.normal.tail_gain_pct"
WAGS = {"symptom": "tail_wags", "mode": "normal"}


def figures(value):
    return value if isinstance(value, list) else [value]


class Field:
    """One helicopter's field, over the API."""

    def __init__(self, tab, at):
        self.tab, self.at = tab, at

    def show(self):
        return self.tab.get(f"{self.at}/field").json()

    def call(self, method, path, body=None, status=200):
        answer = self.tab.send(method, f"{self.at}/field/{path}", body)
        assert answer.status_code == status, answer.content
        return answer.json()

    def up(self, **body):
        """Take off, knowing that it is not fit; give the flight's number."""
        number = self.call("POST", "flights")["at_hand"]["number"]
        self.call("POST", f"flights/{number}/begin", {"knowing": True, **body})
        return number

    def fly(self, *seen, **written):
        """Fly once, and write down what was seen."""
        number = self.up()
        self.call("POST", f"flights/{number}/land")
        return self.call("PATCH", f"flights/{number}", {"seen": list(seen), **written})

    def look(self, symptom, found=False):
        return self.call("POST", "looks", {"symptom": symptom, "found": found})

    def made(self, status=200, **more):
        now = self.show()
        what = {"version": now["version"], "path": now["next"]["path"]} if now["next"] else {}
        body = {**what, "new": figures((now["next"] or {}).get("new_value", 0.0)), **more}
        return self.call("POST", "changes", body, status)

    def answer(self, step, *right):
        """Answer everything a step of the bench asks with what is right for it."""
        asks = self.tab.get(f"{self.at}/bench?step={step}").json()["advice"]["asks"]
        for ask in asks:
            offered = [option["value"] for option in ask.get("options", [])]
            value = next((each for each in right if each in offered), right[0])
            body = {"version": self.show()["version"], "step": step, "key": ask["key"]}
            answer = self.tab.send("POST", f"{self.at}/bench/readings", {**body, "value": value})
            assert answer.status_code == 200, answer.content

    def edit(self, path, value):
        body = {"version": self.show()["version"], "changes": [{"path": path, "value": value}]}
        assert self.tab.send("PATCH", f"{self.at}/draft", body).status_code == 200

    def save(self):
        body = {"version": self.show()["version"], "note": ""}
        assert self.tab.send("POST", f"{self.at}/revisions", body).status_code == 201

    def timeline(self, skip=0):
        return self.tab.get(f"{self.at}/field/timeline?skip={skip}").json()

    def flights(self):
        """The flights in the timeline, the newest first."""
        happened = self.timeline()["happened"]
        return [each["flight"] for each in happened if each["kind"] == "flight"]

    def revisions(self):
        return self.tab.get(f"{self.at}/revisions").json()["revisions"]

    def setting(self, path):
        document = self.tab.get(self.at).json()["document"]
        for part in path.split("."):
            document = document[part]
        return document
