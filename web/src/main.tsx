import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Problem } from "@/api/client";
import { App } from "@/app";
import "@/look/index.css";
import { openAhead } from "@/open-ahead";

// The primitives insert a style while a dialog is open; the page's policy admits it by this nonce.
const nonce = document.querySelector<HTMLMetaElement>("meta[name=csp-nonce]")?.content;
if (nonce) setNonce(nonce);

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // A refusal stays a refusal; only silence is worth asking again.
      retry: (count, error) => !(error instanceof Problem && error.status > 0) && count < 2,
    },
  },
});

openAhead(queries, location.pathname);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <App />
      </QueryClientProvider>
    </StrictMode>,
  );
}
