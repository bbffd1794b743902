import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { vi } from "vitest";
import { KeysProvider } from "@/app/keys";
import { LotContext, type LotContextValue } from "@/app/lotContext";
import { SettingsProvider } from "@/app/settings";
import { lotPage, session } from "./data";

type Sent = { method: string; path: string; body: unknown };
type Answers = Record<string, (sent: Sent) => { status?: number; body: unknown }>;

/** Stands in for the server: answers by "METHOD path", keeps what was sent. */
export function serve(answers: Answers = {}): Sent[] {
  const sent: Sent[] = [];
  const all: Answers = { "GET /api/session": () => ({ body: session }), ...answers };
  vi.stubGlobal("fetch", async (input: Request | string, init?: RequestInit) => {
    const request =
      typeof input === "string"
        ? { method: init?.method ?? "GET", url: new URL(input, window.location.origin).href }
        : input;
    const text = typeof input === "string" ? "" : await input.clone().text();
    const body: unknown = text.startsWith("{") ? JSON.parse(text) : (init?.body ?? null);
    const one = { method: request.method, path: new URL(request.url).pathname, body };
    const reply = all[`${one.method} ${one.path}`];
    if (one.method !== "GET") sent.push(one);
    const { status = 200, body: answer } = reply?.(one) ?? {
      status: 404,
      body: { error: { kind: "not_found", message: `nothing at ${one.path}`, fields: {} } },
    };
    return new Response(JSON.stringify(answer), { status, headers: { "Content-Type": "application/json" } });
  });
  return sent;
}

/** Renders a part inside a lot, with keys, settings and queries as in the application. */
export function renderInLot(part: ReactNode, given: Partial<LotContextValue> = {}) {
  const lot: LotContextValue = {
    page: lotPage(),
    unit: "kN",
    resolution: 10,
    selected: null,
    setSelected: () => undefined,
    setTried: () => undefined,
    ...given,
  };
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <KeysProvider>
          <LotContext value={lot}>{part}</LotContext>
        </KeysProvider>
      </SettingsProvider>
    </QueryClientProvider>,
  );
}
