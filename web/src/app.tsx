/** Which place is shown: the door until somebody is signed in. */
import { lazy, Suspense, useEffect } from "react";
import { createBrowserRouter, Link, Outlet, RouterProvider } from "react-router";
import { useWho } from "@/api/account";
import { asProblem } from "@/api/client";
import { useLine } from "@/api/line";
import { ProblemNote } from "@/parts/problem-note";
import { Hangar } from "@/places/hangar/hangar";
import { HelicopterLayout } from "@/places/helicopter/helicopter-layout";
import { SignIn } from "@/places/sign-in/sign-in";

const BenchPlace = lazy(() =>
  import("@/places/bench/bench").then((place) => ({ default: place.BenchPlace })),
);
const ModesPlace = lazy(() =>
  import("@/places/modes/modes").then((place) => ({ default: place.ModesPlace })),
);
const Path = lazy(() => import("@/places/path/path").then((place) => ({ default: place.Path })));

function Door() {
  const who = useWho();
  const line = useLine();
  const pilot = who.data?.pilot;
  useEffect(() => {
    line.signedIn(pilot ?? "");
  }, [line, pilot]);
  if (who.isPending) return <p className="p-6">Opening…</p>;
  if (who.isError) {
    return (
      <main className="p-6">
        <ProblemNote problem={asProblem(who.error)}>
          <button type="button" className="key mt-2" onClick={() => who.refetch()}>
            Try again
          </button>
        </ProblemNote>
      </main>
    );
  }
  if (!pilot) return <SignIn />;
  return (
    <Suspense fallback={<p className="p-6">Opening…</p>}>
      <Outlet />
    </Suspense>
  );
}

function Nowhere() {
  return (
    <main className="p-6">
      <h1 className="text-2xl font-semibold">There is no such place</h1>
      <Link to="/" className="mt-2 inline-block text-mint underline">
        To the hangar
      </Link>
    </main>
  );
}

const router = createBrowserRouter([
  {
    element: <Door />,
    children: [
      { path: "/", element: <Hangar /> },
      {
        path: "/helicopters/:id",
        element: <HelicopterLayout />,
        children: [
          { path: "bench", element: <BenchPlace /> },
          { path: "path", element: <Path /> },
          { path: "modes", element: <ModesPlace /> },
        ],
      },
      { path: "*", element: <Nowhere /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}
