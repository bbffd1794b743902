import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Fault } from "./api/client";
import { Gate } from "./app/Gate";
import { KeysProvider } from "./keys/keys";
import { SettingsProvider } from "./lot/settings";
import "./styles.css";

/** What the server refused once it refuses again; only a missing answer is worth another try. */
const worthAnotherTry = (failures: number, error: Error) =>
  failures < 1 && !(error instanceof Fault && error.status >= 400 && error.status < 500);

const client = new QueryClient({
  defaultOptions: {
    queries: { retry: worthAnotherTry, refetchOnWindowFocus: true, staleTime: 5000 },
    // Tried at once, line or not: a form that waits in silence looks as if it had been kept.
    mutations: { networkMode: "always" },
  },
});
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <SettingsProvider>
          <KeysProvider>
            <Gate />
          </KeysProvider>
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>,
  );
}
