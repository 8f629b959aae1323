/** The places one helicopter has. */
import { NavLink } from "react-router";

export type PlaceName = "bench" | "path" | "modes" | "head-speed" | "field" | "records";
export const PLACES: { name: PlaceName; label: string }[] = [
  { name: "bench", label: "Bench" },
  { name: "path", label: "Path" },
  { name: "modes", label: "Modes" },
  { name: "head-speed", label: "Head speed" },
  { name: "field", label: "Field" },
  { name: "records", label: "Records" },
];

export function PlaceLinks({
  id,
  here,
  children,
}: {
  id: string;
  here: PlaceName;
  children?: React.ReactNode;
}) {
  return (
    <>
      {children}
      <nav
        aria-label="Places"
        className="flex max-sm:order-1 max-sm:w-full sm:ml-2 min-[1400px]:ml-4"
      >
        {PLACES.map((place) => (
          <NavLink
            key={place.name}
            to={`/helicopters/${id}/${place.name}`}
            aria-current={here === place.name ? "page" : undefined}
            className="border-b-4 border-transparent px-1.5 py-0.5 whitespace-nowrap hover:bg-wash max-sm:text-sm sm:px-1.5 aria-[current=page]:border-mint aria-[current=page]:font-semibold min-[1400px]:px-2.5"
          >
            {place.label}
          </NavLink>
        ))}
      </nav>
    </>
  );
}
