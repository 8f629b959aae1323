/** An entry that can be read two ways: the pilot says which figure is meant. */
type Props = {
  /** What the figures are of, for who hears the page. */
  of: string;
  figures: number[];
  /** What is asked where only one can be. */
  alone: string;
  unit: string;
  onMean: (figure: number) => void;
};

export function FigureChoice({ of, figures, alone, unit, onMean }: Props) {
  if (figures.length === 0) return null;
  return (
    <fieldset role="alert" className="mt-1 flex flex-wrap items-center gap-1.5 text-sm">
      <legend className="sr-only">{of}</legend>
      <span className="text-workable">{figures.length > 1 ? "Which is meant?" : alone}</span>
      {figures.map((figure) => (
        <button
          key={figure}
          type="button"
          className="key min-h-8 text-sm"
          onClick={() => onMean(figure)}
        >
          {figure} {unit}
        </button>
      ))}
    </fieldset>
  );
}
