/** The page's title: where one is, then the program. */
import { useEffect } from "react";

export function usePageTitle(where: string) {
  useEffect(() => {
    document.title = where ? `${where} – Mint Lever` : "Mint Lever";
    return () => {
      document.title = "Mint Lever";
    };
  }, [where]);
}
