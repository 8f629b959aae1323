/** Right after sign-up, once: the codes for a forgotten password. A pilot has no other way back. */
import { useEffect, useRef } from "react";
import { CodeList } from "@/parts/codes/code-list";

export function KeepCodes({ codes, done }: { codes: string[]; done: () => void }) {
  const heading = useRef<HTMLHeadingElement>(null);
  // The form that had the focus is gone: whoever listens hears what stands here instead.
  useEffect(() => heading.current?.focus(), []);
  return (
    <main className="mx-auto max-w-2xl p-6 md:pt-16">
      <h1 ref={heading} tabIndex={-1} className="text-3xl font-semibold outline-none">
        Keep these codes
      </h1>
      <p className="mt-3 mb-5 max-w-prose">
        If you forget your password, one of these lets you set another. Each is good once. Nobody
        sends mail here, and they are shown only now; new ones are made in the menu, under “Codes
        for a forgotten password”.
      </p>
      <CodeList codes={codes} />
      <button
        type="button"
        className="key key-main mt-6 min-h-12 w-full text-lg print:hidden"
        onClick={done}
      >
        I have kept them
      </button>
    </main>
  );
}
