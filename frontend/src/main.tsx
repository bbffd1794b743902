import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { KeysProvider } from "./app/keys";
import { router } from "./app/router";
import { SettingsProvider } from "./app/settings";
import "./styles.css";

const client = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: true, staleTime: 5000 } } });
const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={client}>
        <SettingsProvider>
          <KeysProvider>
            <RouterProvider router={router} />
          </KeysProvider>
        </SettingsProvider>
      </QueryClientProvider>
    </StrictMode>,
  );
}
