/** The door: sign in, sign up, or look round the demo hangar. */
import { useState } from "react";
import { useEntry, useWho } from "@/api/account";
import { asProblem } from "@/api/client";
import { ProblemNote } from "@/parts/problem-note";
import { besides, TextField, wrongIn } from "@/parts/text-field";
import { useAgain } from "./again";

export function SignIn() {
  const who = useWho();
  const entry = useEntry();
  const [way, setWay] = useState<"sign-in" | "sign-up">("sign-in");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const fresh = way === "sign-up";
  const problem = entry.isError ? asProblem(entry.error) : null;
  const left = useAgain(problem, () => entry.variables && entry.mutate(entry.variables));
  return (
    <div className="mx-auto grid min-h-dvh max-w-6xl content-center gap-10 p-6 lg:grid-cols-[1.25fr_1fr] lg:gap-16">
      <header>
        <p className="flex items-center gap-3 text-2xl font-semibold">
          <img src="/mark.svg" alt="" className="size-10" /> Mint Lever
        </p>
        <h1 className="mt-6 max-w-[20ch] text-4xl leading-tight font-semibold md:text-5xl">
          From your stick to the blade, in degrees, before anything turns.
        </h1>
        <ChainFigure />
        <p className="mt-6 max-w-prose text-faint">
          For the bench: motor unplugged or pinion out of mesh, main blades off until a step asks
          for them. Your maker’s manuals, your club and local rules come first.
        </p>
      </header>
      <main>
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">
          {fresh ? "Make an account" : "Sign in"}
        </h2>
        <form
          className="mt-4 space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            entry.mutate({ way, name, password });
          }}
        >
          <TextField
            large
            label="Pilot’s name"
            autoComplete="username"
            autoCapitalize="none"
            maxLength={150}
            wrong={wrongIn(problem, "name")}
            value={name}
            onChange={setName}
          />
          <TextField
            large
            label={fresh ? "Password, at least 8 characters" : "Password"}
            type="password"
            autoComplete={fresh ? "new-password" : "current-password"}
            value={password}
            onChange={setPassword}
            wrong={wrongIn(problem, "password")}
          />
          {problem && (
            <ProblemNote problem={besides(problem, ["name", "password"])}>
              {left !== null && (
                <p className="text-sm">
                  It is sent again by itself<span aria-hidden> in {left} s</span>.
                </p>
              )}
            </ProblemNote>
          )}
          <button
            type="submit"
            className="key key-main min-h-12 w-full text-lg"
            disabled={entry.isPending}
          >
            {fresh ? "Make the account" : "Sign in"}
          </button>
        </form>
        <div className="mt-4 flex flex-wrap gap-2">
          <button
            type="button"
            className="key flex-1"
            onClick={() => {
              entry.reset();
              setWay(fresh ? "sign-in" : "sign-up");
            }}
          >
            {fresh ? "I have an account" : "I am new here"}
          </button>
          {who.data?.demo && (
            <button
              type="button"
              className="key flex-1"
              onClick={() => entry.mutate({ way: "demo" })}
              disabled={entry.isPending}
            >
              Look round the demo hangar
            </button>
          )}
        </div>
      </main>
    </div>
  );
}

/** The chain as one drawn line: what the product is about, in seven words. */
function ChainFigure() {
  const stops = ["stick", "curve", "channel", "unit", "servo", "swash", "blade"];
  return (
    <svg viewBox="0 0 640 74" aria-hidden className="mt-8 w-full max-w-2xl">
      <path d="M32 24H608" className="fill-none stroke-mint" strokeWidth="3" />
      {stops.map((stop, i) => {
        const x = 32 + i * 96;
        return (
          <g key={stop}>
            <circle cx={x} cy="24" r="8" className="fill-paper stroke-mint" strokeWidth="3" />
            <text x={x} y="58" textAnchor="middle" className="fill-ink text-[17px]">
              {stop}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
