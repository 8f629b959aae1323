/** The places one helicopter has. */
import { NavLink } from "react-router";
import { addressOf, HELICOPTER_PLACES, type HelicopterPlace } from "@/places";

const NAMES = Object.keys(HELICOPTER_PLACES) as HelicopterPlace[];

export function PlaceLinks({
  id,
  here,
  children,
}: {
  id: string;
  here: HelicopterPlace;
  children?: React.ReactNode;
}) {
  return (
    <>
      {children}
      <nav
        aria-label="Places"
        className="flex max-sm:order-1 max-sm:w-full sm:ml-2 min-[1400px]:ml-4"
      >
        {NAMES.map((place) => (
          <NavLink
            key={place}
            to={addressOf(place, id)}
            aria-current={here === place ? "page" : undefined}
            className="border-b-4 border-transparent px-1.5 py-0.5 whitespace-nowrap hover:bg-wash max-sm:text-sm sm:px-1.5 aria-[current=page]:border-mint aria-[current=page]:font-semibold min-[1400px]:px-2.5"
          >
            {HELICOPTER_PLACES[place].label}
          </NavLink>
        ))}
      </nav>
    </>
  );
}
