import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { type Draft, Problem } from "@/api/client";
import { Editor } from "@/api/draft";
import { lineCall, lineOf } from "@/api/line";
import { useUnsavedEntries } from "@/parts/unsaved-entries";
import { SavedMark, SaveState } from "./save-state";

const DRAFT = {
  id: "h",
  version: 4,
  revision: 2,
  unsaved: false,
  practice: false,
} as unknown as Draft;
const UNDO = {
  version: 4,
  said: "",
  undo: { words: "Servo 1, horn length", question: "" },
  redo: null,
};

let answers: (Problem | null)[] = [];
const made: string[] = [];
for (const call of ["edit", "undo", "redo", "save revision"]) {
  lineCall(call, async (change) => {
    const problem = answers.shift();
    if (problem) throw problem;
    made.push(`${call} ${JSON.stringify(change.args)}`);
    return 5;
  });
}
const silence = () => new Problem(0, { unreached: true });

function page(more: Partial<Draft> = {}, undo: unknown = UNDO) {
  const queries = new QueryClient();
  queries.setQueryData(["undo", "h"], undo);
  const draft = { ...DRAFT, ...more };
  queries.setQueryData(["draft", "h"], draft);
  const editor = new Editor("h", queries);
  render(
    <QueryClientProvider client={queries}>
      <SavedMark draft={draft} editor={editor} />
      <SaveState draft={draft} editor={editor} />
    </QueryClientProvider>,
  );
  return { editor, line: lineOf(queries) };
}

function Stray({ kept }: { kept: boolean }) {
  useUnsavedEntries("a field", !kept);
  return null;
}

test("with something in a field that could not be kept, not all is kept", () => {
  page();
  const stray = render(<Stray kept={false} />);
  expect(screen.getByText("one entry not kept")).toBeTruthy();
  expect(screen.queryByText(/all kept/)).toBeNull();
  stray.rerender(<Stray kept />);
  expect(screen.getByText("revision 2, all kept")).toBeTruthy();
});

beforeEach(() => {
  answers = [];
  made.length = 0;
  vi.useFakeTimers();
});
afterEach(() => vi.useRealTimers());
const pass = (ms: number) => act(async () => vi.advanceTimersByTimeAsync(ms));

test.each([
  [{}, "revision 2, all kept"],
  [{ unsaved: true }, "draft after revision 2, all kept"],
  [{ revision: null, unsaved: true }, "no revision yet, all kept"],
  [{ practice: true }, "practice draft, all kept"],
])("a draft that is %o is called %s", (more, words) => {
  page(more);
  expect(screen.getByText(words)).toBeTruthy();
});

test("while the server is silent the mark says how much is kept here, and a key tries again", async () => {
  answers = [silence(), silence(), silence()];
  const { editor } = page();
  void editor.edit([{ path: "notes", value: "a" }]);
  void editor.edit([{ path: "notes", value: "b" }]);
  await pass(10);
  expect(screen.getByText(/no answer; 2 kept here/)).toBeTruthy();
  await pass(1600);
  answers = [];
  fireEvent.click(screen.getByRole("button", { name: "Try now" }));
  await pass(1);
  expect(screen.getByText("revision 2, all kept")).toBeTruthy();
  expect(made.length).toBe(2);
});

test("a refusal is told until the next change is taken", async () => {
  answers = [new Problem(422, { title: "No" })];
  const { editor } = page();
  await act(async () => void (await editor.edit([])));
  expect(screen.getByText("last edit not kept")).toBeTruthy();
  await act(async () => void (await editor.edit([])));
  expect(screen.getByText("revision 2, all kept")).toBeTruthy();
});

test("a change made elsewhere is a conflict of its own, with a way to the newest draft", async () => {
  answers = [new Problem(409, { title: "This draft was changed elsewhere", version: 9 })];
  const { editor } = page();
  await act(async () => void (await editor.edit([])));
  expect(screen.getByText("This draft was changed elsewhere")).toBeTruthy();
  expect(screen.getByRole("button", { name: "Show the newest draft" })).toBeTruthy();
});

test("undo names what it takes back; there is nothing to redo", async () => {
  page();
  const undo = screen.getByRole("button", { name: "Undo" });
  expect(undo.title).toBe("Undo: Servo 1, horn length");
  expect((screen.getByRole("button", { name: "Redo" }) as HTMLButtonElement).disabled).toBe(true);
  await act(async () => {
    fireEvent.click(undo);
    fireEvent.keyDown(document.body, { key: "z", ctrlKey: true });
    fireEvent.keyDown(document.body, { key: "y", ctrlKey: true });
  });
  expect(made).toEqual(["undo {}", "undo {}"]);
});

test("Ctrl+S opens the note where there is something to save, never for practice", async () => {
  page({ unsaved: true, practice: true });
  await act(async () => void fireEvent.keyDown(document.body, { key: "s", ctrlKey: true }));
  expect(screen.queryByRole("dialog")).toBeNull();
});

test("a revision is saved with its note, and the dialog goes", async () => {
  page({ unsaved: true });
  await act(async () => void fireEvent.keyDown(document.body, { key: "s", ctrlKey: true }));
  const note = screen.getByRole("textbox", { name: /What changed/ });
  fireEvent.change(note, { target: { value: "half a turn" } });
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name: "Save revision 3" }));
  });
  expect(made).toEqual(['save revision {"note":"half a turn"}']);
  expect(screen.queryByRole("textbox")).toBeNull();
});

test("with nothing done there is nothing to undo", () => {
  page({}, { ...UNDO, undo: null });
  expect(screen.getByTitle("Nothing to undo")).toBeTruthy();
});

test("work by hand is asked about before it is undone", async () => {
  const undo = { words: "Link 3: 1 turn longer", question: "Is link 3 turned back?" };
  page({}, { ...UNDO, undo });
  await act(async () => void fireEvent.keyDown(document.body, { key: "z", ctrlKey: true }));
  expect(screen.getByRole("dialog", { name: "Is link 3 turned back?" })).toBeTruthy();
  expect(made).toEqual([]);
  await act(async () => void fireEvent.click(screen.getByText("No: leave it")));
  expect(made).toEqual([]);
  await act(async () => void fireEvent.click(screen.getByRole("button", { name: "Undo" })));
  await act(async () => void fireEvent.click(screen.getByText("Yes: undo it")));
  expect(made).toEqual(['undo {"hands":"turned_back"}']);
});

test("what was undone is said for a while", async () => {
  page({}, { ...UNDO, said: "Undone: servo 2 reversed, step 6" });
  expect(screen.getByText("Undone: servo 2 reversed, step 6")).toBeTruthy();
  await pass(9000);
  expect(screen.queryByText("Undone: servo 2 reversed, step 6")).toBeNull();
});
