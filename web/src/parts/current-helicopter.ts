/** The helicopter of the place that asks: its layout gives it to the place within. */
import { useOutletContext } from "react-router";
import type { Draft } from "@/api/client";
import type { Editor } from "@/api/draft";

export type Here = { draft: Draft; editor: Editor };

export function useCurrentHelicopter(): Here {
  return useOutletContext<Here>();
}
