/** The one next thing: look, move one setting, put one back, go to the bench, or fly. */
import { Check, Eye, ShieldAlert, Wrench } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { rowOf, useRows } from "@/api/catalogue";
import type { Draft } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { Field, FieldHand, NextThing } from "@/api/field";
import { DeviceTag } from "@/parts/settings/devices";
import { OnDevicesList } from "@/parts/settings/on-device";
import { settingOf, unitWords } from "@/parts/settings/setting";
import { SettingField } from "@/parts/settings/setting-field";
import { addressOf } from "@/places";

type Props = { next: NextThing; field: Field; draft: Draft; editor: Editor; hand: FieldHand };

export function NextThingCard({ next, field, draft, editor, hand }: Props) {
  return (
    <section
      aria-labelledby="next-thing"
      aria-live="polite"
      className={`border-2 px-4 py-3 ${next.danger ? "border-out" : "border-ink"}`}
    >
      {next.unproved && (
        <p className="mb-2 border-l-4 border-workable pl-2" role="note">
          {next.unproved}
        </p>
      )}
      <p className="text-sm text-faint">The one next thing</p>
      <h2
        id="next-thing"
        className={`text-xl leading-tight font-semibold ${next.danger ? "text-out" : ""}`}
      >
        {next.danger && <ShieldAlert aria-hidden size={20} className="mr-1 inline" />}
        {next.headline}
      </h2>
      {next.likely && <p className="mt-1">{next.likely}</p>}
      {next.confirm.length > 0 && (
        <ul aria-label="Look for it" className="mt-2 list-disc pl-5">
          {next.confirm.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
      {next.look.length > 0 && (
        <ul className="mt-2 list-disc pl-5">
          {next.look.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
      {next.first && (
        <p className="mt-2 border-l-4 border-workable pl-2">First look: {next.first}</p>
      )}
      {next.known.length > 0 && (
        <ul aria-label="Known beside it" className="mt-2 border-l-4 border-in pl-2">
          {next.known.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
      {next.new && <FromTo next={next} />}
      <OnDevicesList said={next.on_devices} />
      <Keys {...{ next, field, draft, editor, hand }} />
      <Rest next={next} />
    </section>
  );
}

function FromTo({ next }: { next: NextThing }) {
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-x-3">
      {next.device && <DeviceTag device={next.device} />}
      <span className="figure text-3xl leading-tight">
        <span className="text-faint">{next.old} →</span> <b>{next.new}</b>{" "}
        <span className="text-lg">{unitWords(next.unit)}</span>
      </span>
    </p>
  );
}

/** What can be done about it, in one or two large keys. */
function Keys({ next, field, draft, editor, hand }: Props) {
  const rows = useRows();
  const [told, setTold] = useState(false);
  if (next.kind === "move" || next.kind === "put back") {
    const make = async () => {
      const refused = await hand.made(next, told);
      setTold(refused?.title === "One change a flight");
    };
    return (
      <button
        type="button"
        className="key key-main mt-3 min-h-16 w-full text-xl whitespace-normal"
        onClick={() => void make()}
      >
        <Check aria-hidden size={22} />
        {told ? "Make both all the same" : field.simulated ? "Set it" : "Made it on the device"}
      </button>
    );
  }
  if (next.kind === "enter") {
    const row = rowOf(rows, next.path);
    const setting = row && settingOf(row, next.path, draft.document);
    return (
      <div className="mt-3">
        {setting && <SettingField setting={setting} setup={draft.document} editor={editor} />}
      </div>
    );
  }
  if (next.kind === "bench" && next.step) {
    return (
      <Link
        className="key key-main mt-3 min-h-14 w-full text-lg"
        to={addressOf("bench", draft.id, `?step=${next.step}`)}
      >
        <Wrench aria-hidden size={20} /> To that step of the bench
      </Link>
    );
  }
  const { symptom } = next;
  if ((next.kind === "look" || next.kind === "hands") && symptom) {
    // Whether there is something to be found, the simulated model shows by itself.
    if (field.simulated) {
      return (
        <button
          type="button"
          className="key key-main mt-3 min-h-14 w-full text-lg"
          onClick={() => void hand.look(symptom, false)}
        >
          <Eye aria-hidden size={20} /> Look at the simulated model
        </button>
      );
    }
    return (
      <div className="mt-3 grid gap-1.5 sm:grid-cols-2">
        <button
          type="button"
          className="key min-h-14 text-lg whitespace-normal"
          onClick={() => void hand.look(symptom, false)}
        >
          All of it is in order
        </button>
        <button
          type="button"
          className="key min-h-14 text-lg whitespace-normal"
          onClick={() => void hand.look(symptom, true)}
        >
          Found something, put it right
        </button>
      </div>
    );
  }
  return null;
}

/** What would show it was the wrong idea, what it opens again, what comes after it. */
function Rest({ next }: { next: NextThing }) {
  return (
    <dl className="mt-3 grid gap-x-3 text-sm sm:grid-cols-[auto_1fr]">
      {next.wrong_if && (
        <>
          <dt className="text-faint">The wrong idea if</dt>
          <dd>{next.wrong_if}</dd>
        </>
      )}
      {next.opens.length > 0 && (
        <>
          <dt className="text-faint">Opens again</dt>
          <dd>{next.opens.join(", ")}</dd>
        </>
      )}
      {next.note && (
        <>
          <dt className="text-faint">Note</dt>
          <dd>{next.note}</dd>
        </>
      )}
      {next.later.length > 0 && (
        <>
          <dt className="text-faint">Its turn comes later</dt>
          <dd>
            <ul>
              {next.later.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          </dd>
        </>
      )}
    </dl>
  );
}
