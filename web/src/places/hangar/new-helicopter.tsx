/** A fresh helicopter: name, layout, rotor. Everything else is measured later. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { useCatalogue, wordsOf } from "@/api/catalogue";
import { asProblem, type Layout, type Setup } from "@/api/client";
import { useAddHelicopter } from "@/api/fleet";
import { ProblemNote } from "@/parts/problem-note";
import { TextField } from "@/parts/text-field";
import { addressOf } from "@/places";

type Size = NonNullable<Setup["airframe"]["size_class"]>;
/** Packs as they are sold; another count is set in Head speed. */
const CELLS = [2, 3, 4, 5, 6, 7, 8, 10, 12, 14];

export function NewHelicopter() {
  const add = useAddHelicopter();
  const { rows, arrangements } = useCatalogue();
  const go = useNavigate();
  const [name, setName] = useState("");
  const [size, setSize] = useState<Size>("to_550");
  const [cells, setCells] = useState<number | null>(null);
  const [layout, setLayout] = useState<Layout>("three_120");
  const [rotation, setRotation] = useState<"clockwise" | "counter_clockwise">("clockwise");
  const [blades, setBlades] = useState(2);
  const [arrangement, setArrangement] = useState<Setup["arrangement"]>("unit_mixes");
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate(
          { name, size, cells, layout, rotation, blades, arrangement },
          { onSuccess: (draft) => go(addressOf("path", draft.id, "?stage=horns")) },
        );
      }}
    >
      <TextField label="Name" maxLength={80} value={name} onChange={setName} />
      <div className="grid grid-cols-[2fr_1fr] gap-3">
        <label className="block">
          Size class
          <select
            className="field mt-1 w-full"
            value={size}
            onChange={(event) => setSize(event.target.value as Size)}
          >
            {Object.entries(wordsOf(rows, "airframe.size_class")).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          Battery
          <select
            className="field mt-1 w-full"
            value={cells ?? ""}
            onChange={(event) => setCells(Number(event.target.value) || null)}
          >
            <option value="">not known</option>
            {CELLS.map((count) => (
              <option key={count} value={count}>
                {count} cells
              </option>
            ))}
          </select>
        </label>
      </div>
      <label className="block">
        Swash layout
        <select
          className="field mt-1 w-full"
          value={layout}
          onChange={(event) => setLayout(event.target.value as Layout)}
        >
          {Object.entries(wordsOf(rows, "airframe.swash.layout"))
            .filter(([value]) => value !== "custom")
            .map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
        </select>
      </label>
      <div className="grid grid-cols-[2fr_1fr] gap-3">
        <label className="block">
          Main rotor turns
          <select
            className="field mt-1 w-full"
            value={rotation}
            onChange={(event) => setRotation(event.target.value as typeof rotation)}
          >
            <option value="clockwise">clockwise from above</option>
            <option value="counter_clockwise">counter-clockwise</option>
          </select>
        </label>
        <label className="block">
          Blades
          <select
            className="field mt-1 w-full"
            value={blades}
            onChange={(event) => setBlades(Number(event.target.value))}
          >
            {[2, 3, 4, 5, 6].map((count) => (
              <option key={count}>{count}</option>
            ))}
          </select>
        </label>
      </div>
      <label className="block">
        Which device mixes
        <select
          className="field mt-1 w-full"
          value={arrangement}
          onChange={(event) => setArrangement(event.target.value as typeof arrangement)}
        >
          {Object.entries(arrangements).map(([value, label]) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <p className="text-sm text-faint">
        Lengths start from a model of that size, of no helicopter in particular, and are yours to
        measure over. Nothing here is taken from your helicopter yet.
      </p>
      {add.isError && <ProblemNote problem={asProblem(add.error)} />}
      <button type="submit" className="key key-main w-full" disabled={add.isPending}>
        Put it in the hangar
      </button>
    </form>
  );
}
