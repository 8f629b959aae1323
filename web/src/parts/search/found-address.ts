/** Where a thing that was found is to be seen. */
import { useRows } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import type { FoundItem } from "@/api/search";
import { placeOf } from "@/parts/settings/setting-place";
import type { Asked } from "@/parts/settings/use-shown-setting";
import { addressOf } from "@/places";

export type Way = { to: string; state?: Asked };

export function useFoundAddress(id: string | undefined, arrangement: Setup["arrangement"]) {
  const rows = useRows();
  return ({ kind, leads_to }: FoundItem): Way => {
    if (kind === "word") return { to: `/help?word=${encodeURIComponent(leads_to)}` };
    if (kind === "helicopter") return { to: addressOf("bench", leads_to) };
    if (kind === "step" || kind === "reading")
      return { to: addressOf("bench", id ?? "", `?step=${encodeURIComponent(leads_to)}`) };
    return { to: placeOf(id ?? "", leads_to, rows, arrangement), state: { setting: leads_to } };
  };
}
