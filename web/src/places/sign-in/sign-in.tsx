/** The door: sign in, sign up, or look round the demo hangar. */
import { useState } from "react";
import { useEntry, useWho } from "@/api/account";
import { asProblem } from "@/api/client";
import { ProblemNote } from "@/parts/problem-note";
import { besides, TextField, wrongIn } from "@/parts/text-field";
import { useRetry } from "./retry";

type Way = "sign-in" | "sign-up" | "forgotten";
const TITLES = {
  "sign-in": "Sign in",
  "sign-up": "Make an account",
  forgotten: "Set another password",
};
const LABELS = {
  "sign-in": "Password",
  "sign-up": "Password, at least 8 characters",
  forgotten: "New password, at least 8 characters",
};
const KEYS = {
  "sign-in": "Sign in",
  "sign-up": "Make the account",
  forgotten: "Set it and sign in",
};

export function SignIn() {
  const who = useWho();
  const entry = useEntry();
  const [way, setWay] = useState<Way>("sign-in");
  const [name, setName] = useState("");
  const [code, setCode] = useState("");
  const [password, setPassword] = useState("");
  const anew = way !== "sign-in";
  const other = (chosen: Way) => {
    entry.reset();
    if (chosen === "forgotten") setPassword("");
    setWay(chosen);
  };
  const problem = entry.isError ? asProblem(entry.error) : null;
  const left = useRetry(problem, () => entry.variables && entry.mutate(entry.variables));
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
        <h2 className="border-b-2 border-ink pb-1 text-2xl font-semibold">{TITLES[way]}</h2>
        <form
          className="mt-4 space-y-4"
          onSubmit={(event) => {
            event.preventDefault();
            entry.mutate(
              way === "forgotten" ? { way, name, code, password } : { way, name, password },
            );
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
          {way === "forgotten" && (
            <TextField
              large
              label="One of your codes"
              autoComplete="one-time-code"
              autoCapitalize="none"
              maxLength={150}
              placeholder="xxxx-xxxx-xxxx-xxxx"
              value={code}
              onChange={setCode}
            />
          )}
          <TextField
            large
            label={LABELS[way]}
            type="password"
            autoComplete={anew ? "new-password" : "current-password"}
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
            {KEYS[way]}
          </button>
        </form>
        <div className="mt-4 flex flex-wrap gap-2">
          <button
            type="button"
            className="key flex-1"
            onClick={() => other(anew ? "sign-in" : "sign-up")}
          >
            {anew ? "I have an account" : "I am new here"}
          </button>
          {!anew && (
            <button type="button" className="key flex-1" onClick={() => other("forgotten")}>
              I forgot my password
            </button>
          )}
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
        {way === "forgotten" && (
          <p className="mt-4 text-sm">
            The codes were shown when the account was made. Without one, whoever keeps this server
            can give you another password.
          </p>
        )}
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
