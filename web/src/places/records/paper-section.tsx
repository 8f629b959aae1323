/** A section of a paper: figures under their group, lines of words, drawings. */
import type { PaperFigure, PaperSection } from "@/api/papers";
import { PaperDrawing } from "./paper-drawing";

/** A value of more signs may go over two lines. */
const LONG = 16;

type Props = { section: PaperSection; large: boolean };

export function Section({ section, large }: Props) {
  const { title, figures, lines, drawings, ticks } = section;
  return (
    <section
      aria-label={title}
      className={large ? "mt-4 text-lg" : "mb-5 text-sm print:text-[7pt]"}
    >
      <h3 className="break-after-avoid border-b-2 border-ink text-lg font-semibold print:text-sm">
        {title}
      </h3>
      {figures.length > 0 && <Figures title={title} figures={figures} />}
      {lines.length > 0 && (
        <ul>
          {lines.map((line) => (
            <li
              key={line}
              className="flex items-baseline gap-2 border-b border-rule py-1 print:py-0"
            >
              {ticks && (
                <span aria-hidden className="inline-block size-3.5 shrink-0 border border-ink" />
              )}
              <span>{line}</span>
            </li>
          ))}
        </ul>
      )}
      {drawings.length > 0 && (
        <div className={`grid gap-x-3 ${drawings.length > 1 ? "grid-cols-2" : ""}`}>
          {drawings.map((drawing) => (
            <figure key={drawing.title} className="mt-2 break-inside-avoid">
              {drawings.length > 1 && <figcaption className="text-xs">{drawing.title}</figcaption>}
              <PaperDrawing drawing={drawing} />
            </figure>
          ))}
        </div>
      )}
    </section>
  );
}

function Figures({ title, figures }: { title: string; figures: PaperFigure[] }) {
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">{title}</caption>
      <thead className="sr-only">
        <tr>
          <th scope="col">what</th>
          <th scope="col">value</th>
          <th scope="col">kind of figure</th>
        </tr>
      </thead>
      {groups(figures).map(({ group, those, at }) => (
        <tbody key={at}>
          {group && (
            <tr className="break-after-avoid">
              <th
                scope="rowgroup"
                colSpan={3}
                className="pt-1.5 text-left font-semibold print:pt-0.5"
              >
                {group}
              </th>
            </tr>
          )}
          {those.map((figure) => (
            <Line key={`${at} ${figure.label}`} figure={figure} />
          ))}
        </tbody>
      ))}
    </table>
  );
}

function Line({ figure }: { figure: PaperFigure }) {
  const words = `${figure.value} ${figure.unit}`.length > LONG ? "" : "whitespace-nowrap";
  const gap = figure.unit === "" || figure.unit.startsWith("°") ? "" : " ";
  return (
    <tr className="break-inside-avoid border-b border-rule align-baseline">
      <th scope="row" className="py-0.5 pr-2 text-left font-normal print:py-0">
        {figure.label}
        {figure.note && (
          <span className="block text-xs text-faint print:text-[6pt]">{figure.note}</span>
        )}
      </th>
      <td className={`figure py-0.5 text-right font-semibold print:py-0 print:font-sans ${words}`}>
        {figure.value}
        {gap}
        {figure.unit}
        {figure.ruler && (
          <PaperDrawing drawing={figure.ruler} className="ml-auto w-24 print:w-14" />
        )}
      </td>
      <td className="w-20 py-0.5 pl-2 text-right text-xs text-faint print:w-12 print:py-0 print:text-[6pt]">
        {figure.mark !== figure.value && figure.mark}
      </td>
    </tr>
  );
}

type Group = { group: string; those: PaperFigure[]; at: number };

/** What stands together under one name, as it comes. */
function groups(figures: PaperFigure[]): Group[] {
  const found: Group[] = [];
  figures.forEach((figure, at) => {
    const last = found.at(-1);
    if (last?.group === figure.group) last.those.push(figure);
    else found.push({ group: figure.group, those: [figure], at });
  });
  return found;
}
