import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { createMemoryHistory, createRootRoute, createRouter, RouterProvider } from "@tanstack/react-router";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { vi } from "vitest";
import { KeysProvider } from "@/keys/keys";
import { LotContext, type LotContextValue } from "@/lot/context";
import { SettingsProvider } from "@/lot/settings";
import { catalogue, forces, lotPage, session } from "./data";

type Sent = { method: string; path: string; body: unknown; once: string | null };
type Answers = Record<string, (sent: Sent) => { status?: number; body: unknown }>;

const TABLES: Answers = {
  "GET /api/session": () => ({ body: session }),
  "GET /api/catalogue": () => ({ body: catalogue }),
};

/** Stands in for the server: answers by "METHOD path", keeps what was sent. */
export function serve(answers: Answers = {}): Sent[] {
  const sent: Sent[] = [];
  const all: Answers = { ...TABLES, ...answers };
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    const one = await asSent(input, init);
    if (one.method !== "GET") sent.push(one);
    const { status = 200, body: answer } = all[`${one.method} ${one.path}`]?.(one) ?? nothing(one);
    return new Response(JSON.stringify(answer), { status, headers: { "Content-Type": "application/json" } });
  });
  return sent;
}

const nothing = ({ path }: Sent) => ({
  status: 404,
  body: { error: { kind: "not_found", message: `nothing at ${path}`, fields: {} } },
});

async function asSent(input: Request | string, init?: RequestInit): Promise<Sent> {
  if (typeof input === "string") {
    return { method: init?.method ?? "GET", path: input, body: init?.body ?? null, once: null };
  }
  const text = await input.clone().text();
  const body: unknown = text.startsWith("{") ? JSON.parse(text) : null;
  const path = new URL(input.url).pathname;
  return { method: input.method, path, body, once: input.headers.get("Idempotency-Key") };
}

/** Renders a part inside a lot, with keys, settings and queries as in the application. */
export function renderInLot(part: ReactNode, given: Partial<LotContextValue> = {}, who: Partial<typeof session> = {}) {
  const lot: LotContextValue = {
    page: lotPage(),
    measurand: forces,
    unit: { symbol: "kN", factor: 1000 },
    selected: null,
    setSelected: () => undefined,
    setTried: () => undefined,
    ...given,
  };
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  client.setQueryData(["session"], { ...session, ...who });
  client.setQueryData(["catalogue"], catalogue);
  const root = createRootRoute({
    component: () => <LotContext value={lot}>{part}</LotContext>,
    notFoundComponent: () => null,
  });
  const router = createRouter({ routeTree: root, history: createMemoryHistory() });
  return render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <KeysProvider>
          <RouterProvider router={router as never} />
        </KeysProvider>
      </SettingsProvider>
    </QueryClientProvider>,
  );
}
