/** One choice among a few named values, as a row of keys. */
import { ToggleGroup } from "radix-ui";
import { useId, useState } from "react";
import type { ChoiceSetting } from "./setting";

type Props = {
  setting: ChoiceSetting;
  value: unknown;
  save: (value: boolean | string | number) => Promise<string | null>;
  hideLabel?: boolean;
};

export function ChoiceField({ setting, value, save, hideLabel }: Props) {
  const id = useId();
  const [fault, setFault] = useState<string | null>(null);
  return (
    <div className="min-w-0">
      <span
        id={id}
        title={setting.help}
        className={hideLabel ? "sr-only" : "block text-sm leading-tight"}
      >
        {setting.label}
      </span>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={id}
        data-path={setting.path}
        value={String(value)}
        onValueChange={async (chosen) => {
          const option = setting.options.find((each) => String(each.value) === chosen);
          if (option && option.value !== value) setFault(await save(option.value));
        }}
        className="mt-0.5 flex flex-wrap"
      >
        {setting.options.map((option) => (
          <ToggleGroup.Item
            key={String(option.value)}
            value={String(option.value)}
            className="key -ml-px rounded-none px-2.5 text-sm first:ml-0 first:rounded-l last:rounded-r data-[state=on]:border-mint data-[state=on]:bg-mint data-[state=on]:text-on-mint"
          >
            {option.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      {fault && (
        <p role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
    </div>
  );
}
