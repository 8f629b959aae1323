/** Bench sheet and field card: on the screen, on the printer, as a PDF. */
import { FileDown, Printer, Smartphone } from "lucide-react";
import { Link, useParams, useSearchParams } from "react-router";
import { asProblem } from "@/api/client";
import { type PaperName, paperAddress, usePaper } from "@/api/papers";
import { usePageTitle } from "@/parts/page-title";
import { ProblemNote } from "@/parts/problem-note";
import { TopBar } from "@/parts/top-bar";
import { addressOf } from "@/places";
import { Section } from "./paper-section";

const TITLES: Record<PaperName, string> = { bench: "Bench sheet", field: "Field card" };

export function PaperPlace() {
  const { id = "", which: asked } = useParams();
  const which: PaperName = asked === "field" ? "field" : "bench";
  const [search, setSearch] = useSearchParams();
  const number = which === "bench" ? Number(search.get("revision")) : 0;
  const revision = Number.isInteger(number) && number > 0 ? number : null;
  const found = usePaper(id, which, revision);
  const paper = found.data;
  usePageTitle(paper ? `${paper.name} · ${paper.title}` : TITLES[which]);
  return (
    <div className="min-h-dvh bg-sheet">
      <TopBar title={TITLES[which]}>
        <Link to={addressOf("records", id)} className="key max-sm:hidden">
          Records
        </Link>
        <Link
          to={`/helicopters/${id}/paper/${which === "bench" ? "field" : "bench"}`}
          className="key"
        >
          {which === "bench" ? TITLES.field : TITLES.bench}
        </Link>
      </TopBar>
      <main
        className={`mx-auto px-3 pb-16 md:px-6 print:p-0 ${which === "field" ? "max-w-xl" : ""}`}
      >
        {found.isError && (
          <ProblemNote problem={asProblem(found.error)}>
            {revision !== null && (
              <Link to={`/helicopters/${id}/paper/bench`} className="key mt-2">
                What stands now
              </Link>
            )}
          </ProblemNote>
        )}
        {found.isPending && <p className="py-6">Putting it together…</p>}
        {paper && (
          <>
            <div className="my-2 flex flex-wrap items-center gap-2 print:hidden">
              <button type="button" className="key" onClick={() => window.print()}>
                <Printer aria-hidden size={18} /> Print
              </button>
              <a className="key" href={paperAddress(id, which, "a4", revision)} download>
                <FileDown aria-hidden size={18} /> PDF, A4
              </a>
              <a className="key" href={paperAddress(id, which, "letter", revision)} download>
                <FileDown aria-hidden size={18} /> PDF, letter
              </a>
              <a
                className="key"
                href={paperAddress(id, which, "phone", revision)}
                title="Kept on the phone, it is read where there is no network"
                download
              >
                <Smartphone aria-hidden size={18} /> PDF for the phone
              </a>
              {which === "bench" && paper.revisions.length > 0 && (
                <label className="flex items-center gap-2">
                  of
                  <select
                    className="field"
                    value={revision ?? ""}
                    onChange={({ target: { value } }) =>
                      setSearch(value ? { revision: value } : {}, { replace: true })
                    }
                  >
                    <option value="">what stands now</option>
                    {paper.revisions.map((each) => (
                      <option key={each} value={each}>
                        revision {each}
                      </option>
                    ))}
                  </select>
                </label>
              )}
            </div>
            {paper.practising && (
              <p role="note" className="my-2 text-workable print:hidden">
                A simulated model is on the table. Practice is never on paper: this is the real one.
              </p>
            )}
            <article data-paper={which} className={found.isFetching ? "opacity-60" : ""}>
              <h2 className="text-2xl font-semibold print:text-lg">
                {paper.title}: {paper.name}
              </h2>
              {paper.head.map((line) => (
                <p key={line}>{line}</p>
              ))}
              <p className="my-2 border-2 border-ink px-2 py-1 text-lg font-semibold">
                {paper.fitness}
              </p>
              <div
                className={
                  which === "bench" ? "gap-8 md:columns-2 xl:columns-3 print:columns-3" : ""
                }
              >
                {paper.sections.map((section) => (
                  <Section key={section.title} section={section} large={which === "field"} />
                ))}
              </div>
            </article>
          </>
        )}
      </main>
    </div>
  );
}
