/** Which place is shown: the door until somebody is signed in. */
import { lazy, Suspense, useEffect } from "react";
import { createBrowserRouter, Link, Outlet, RouterProvider } from "react-router";
import { useHeard, useMadeCodes, useWho } from "@/api/account";
import { asProblem } from "@/api/client";
// Their calls are known before what a pilot's browser kept of them is sent on.
import "@/api/field";
import "@/api/keying";
import { useLine } from "@/api/line";
import { runWhenIdle } from "@/parts/idle-task";
import { ProblemNote } from "@/parts/problem-note";
import { HELICOPTER_PLACES, OTHER_PLACES, PLACES, type Place } from "@/places";
import { HelicopterLayout } from "@/places/helicopter/helicopter-layout";
import { KeepCodes } from "@/places/sign-in/keep-codes";
import { SignIn } from "@/places/sign-in/sign-in";

const AFTER_OPENING_MS = 1500;

/** Fetch the code of every place early: one that is opened without a network is there then. */
function useEveryPlace(pilot: string | undefined | null) {
  useEffect(() => {
    if (!pilot) return;
    let stop = () => {};
    // One at a time, each when the hand rests. What does not come now is asked for again when the
    // place is opened.
    const next = ([place, ...rest]: Place[]) => {
      if (!place) return;
      stop = runWhenIdle(() => {
        place
          .code()
          .catch(() => {})
          .then(() => next(rest));
      });
    };
    const later = setTimeout(() => next(PLACES), AFTER_OPENING_MS);
    return () => {
      clearTimeout(later);
      stop();
    };
  }, [pilot]);
}

function Door() {
  const who = useWho();
  const line = useLine();
  const { codes, putAway } = useMadeCodes();
  const heard = useHeard();
  const pilot = who.data?.pilot;
  useEffect(() => {
    line.signedIn(pilot ?? "");
  }, [line, pilot]);
  useEveryPlace(pilot);
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
  if (codes) return <KeepCodes codes={codes} done={putAway} />;
  return (
    <Suspense fallback={<p className="p-6">Opening…</p>}>
      {who.data.told && (
        <p role="status" className="flex flex-wrap items-center gap-3 border-b px-4 py-2 text-sm">
          {who.data.told}
          <button type="button" className="key" onClick={heard}>
            Good
          </button>
        </p>
      )}
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

/** Instead of a place that broke or whose code could not be fetched. */
function Broken() {
  return (
    <main className="p-6">
      <h1 className="text-2xl font-semibold">This place could not be opened</h1>
      <p className="mt-2 max-w-prose">
        The server may be out of reach. What you entered is kept in this browser and goes by itself
        once there is an answer.
      </p>
      <button type="button" className="key mt-3" onClick={() => location.reload()}>
        Open it again
      </button>
      <Link to="/" className="ml-4 text-mint underline">
        To the hangar
      </Link>
    </main>
  );
}

function routeTo({ path, code }: Place) {
  const Shown = lazy(code);
  return { path, element: <Shown /> };
}

const router = createBrowserRouter([
  {
    element: <Door />,
    errorElement: <Broken />,
    children: [
      ...Object.values(OTHER_PLACES).map(routeTo),
      {
        path: "/helicopters/:id",
        element: <HelicopterLayout />,
        children: Object.values(HELICOPTER_PLACES).map(routeTo),
      },
      { path: "*", element: <Nowhere /> },
    ],
  },
]);

export function App() {
  return <RouterProvider router={router} />;
}
