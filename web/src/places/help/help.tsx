/** Help: an evening in short, the places, what the marks mean, and the words of the trade. */
import { useEffect } from "react";
import { Link } from "react-router";
import { asProblem } from "@/api/client";
import { useWords } from "@/api/search";
import { Legend } from "@/parts/legend";
import { useOpenState } from "@/parts/open-state";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { TopBar } from "@/parts/top-bar";
import { PLACES } from "@/places";

const READ = (search: URLSearchParams) => ({ word: search.get("word") ?? "" });

const EVENING = [
  [
    "Enter the helicopter",
    "In the Hangar: who mixes the swash, how many servos and blades, its size and its pack. What you do not know yet stays “not set”; nothing is guessed for you.",
  ],
  [
    "Go to the Bench",
    "The slip on the left has every step in its order. One thing is to be done at a time: do it, read it, enter it. The next step opens by itself.",
  ],
  [
    "Follow what it advises",
    "Each figure gets a word, in, workable, out or read again, and an act with numbers. “Set it” writes it into the draft; you set the same on the device.",
  ],
  [
    "Look at the audit",
    "It reads the whole setup, all devices together, and says what does not agree. What endangers the model comes first.",
  ],
  [
    "Save a revision",
    "The draft is what you work on. A revision is what flies: it never changes, and you can go back to it.",
  ],
] as const;

const LISTED = PLACES.filter((place) => place.says);

export function HelpPlace() {
  usePageTitle("Help");
  const words = useWords();
  const [{ word }] = useOpenState(READ);
  const here = words.data?.find((each) => each.name === word)?.name;
  useEffect(() => {
    if (!here) return;
    const term = document.getElementById(idOf(here));
    term?.scrollIntoView({ block: "center" });
    term?.focus({ preventScroll: true });
  }, [here]);
  return (
    <div className="min-h-dvh">
      <TopBar title="Help" />
      <main className="mx-auto grid max-w-6xl content-start gap-x-10 gap-y-6 px-3 pb-16 md:px-6 lg:grid-cols-2">
        <div className="grid content-start gap-6">
          <Part title="An evening, in short">
            <ol className="grid gap-2">
              {EVENING.map(([what, how], n) => (
                <li key={what} className="grid grid-cols-[1.75rem_1fr]">
                  <span className="figure text-faint">{n + 1}</span>
                  <span>
                    <b>{what}.</b> {how}
                  </span>
                </li>
              ))}
            </ol>
            <p className="mt-2 text-sm text-faint">
              Nothing here replaces the manuals of your devices, your club's rules or local law.
            </p>
          </Part>
          <Part title="The places">
            <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
              {LISTED.map(({ label, says }) => (
                <div key={label} className="contents">
                  <dt className="font-semibold">{label}</dt>
                  <dd>{says}</dd>
                </div>
              ))}
            </dl>
          </Part>
          <Part title="At hand everywhere">
            <p>
              <kbd className="figure">/</kbd> looks up a setting, a step, a finding, a reading or a
              word. <kbd className="figure">?</kbd> lists every key. Undo and redo take back each
              change, also after a reload. What you enter without a connection is kept in this
              browser and sent when there is one.
            </p>
          </Part>
          <Part title="What the marks mean">
            <Legend />
          </Part>
        </div>
        <Part title="Words">
          {words.isError && <ProblemNote problem={asProblem(words.error)} />}
          {words.isPending && <p>Opening…</p>}
          <dl>
            {words.data?.map(({ name, says, also }) => (
              <div
                key={name}
                id={idOf(name)}
                tabIndex={-1}
                aria-current={name === here ? "true" : undefined}
                className="border-b border-rule py-1.5 aria-[current=true]:bg-wash aria-[current=true]:px-2"
              >
                <dt>
                  <b>{name}</b>
                  {also.length > 0 && (
                    <span className="text-sm text-faint"> also {also.join(", ")}</span>
                  )}
                </dt>
                <dd className="max-w-prose">{says}</dd>
              </div>
            ))}
          </dl>
        </Part>
        <p>
          <Link to="/" className="text-mint underline">
            To the hangar
          </Link>
        </p>
      </main>
    </div>
  );
}

function idOf(name: string): string {
  return `word-${name.toLowerCase().replace(/[^a-z]+/g, "-")}`;
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-2 border-b-2 border-ink pb-0.5 text-lg font-semibold">{title}</h2>
      {children}
    </section>
  );
}
