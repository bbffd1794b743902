import "fake-indexeddb/auto";
import { afterEach, expect, it, vi } from "vitest";
import { Fault, rememberCsrf, sendOne } from "./client";
import { attachFile } from "./uploads";
import { discard, keptRows } from "./kept";

const photo = () => new File(["jpeg bytes"], "anchor.jpg", { type: "image/jpeg" });
const caught = (run: Promise<unknown>) => run.then(() => null).catch((fault: unknown) => fault as Fault);

afterEach(() => {
  vi.unstubAllGlobals();
  keptRows().forEach((one) => discard(one.key));
});

it("keeps a photo without a line and sends the same bytes with the same key", async () => {
  rememberCsrf("token", 7);
  const keys: (string | null)[] = [];
  vi.stubGlobal("fetch", (_: string, init: RequestInit) => {
    keys.push(new Headers(init.headers).get("Idempotency-Key"));
    return Promise.reject(new TypeError("no line"));
  });
  const fault = await caught(attachFile({ pull_id: 4 }, photo()));
  expect(fault?.kept).toBe(true);
  const row = keptRows()[0];
  expect(row).toMatchObject({ path: "/api/attachments", body: '{"pull_id":4}', file: "anchor.jpg", person: 7 });

  let sent: FormData | undefined;
  vi.stubGlobal("fetch", (_: string, init: RequestInit) => {
    keys.push(new Headers(init.headers).get("Idempotency-Key"));
    expect(new Headers(init.headers).has("Content-Type")).toBe(false); // the browser names the boundary
    sent = init.body as FormData;
    return Promise.resolve(new Response("{}", { status: 201 }));
  });
  expect(row && (await sendOne(row))).toMatchObject({ status: 201 });
  expect(sent?.get("target")).toBe('{"pull_id":4}');
  expect((sent?.get("file") as File).name).toBe("anchor.jpg");
  expect(keys[0]).toBe(keys[1]);
});

it("keeps nothing of what the server refused, nor of nobody", async () => {
  rememberCsrf("token", 7);
  vi.stubGlobal("fetch", () =>
    Promise.resolve(new Response(JSON.stringify({ error: { message: "too large" } }), { status: 422 })),
  );
  expect((await caught(attachFile({ pull_id: 4 }, photo())))?.message).toBe("too large");
  rememberCsrf("token", null);
  vi.stubGlobal("fetch", () => Promise.reject(new TypeError("no line")));
  expect((await caught(attachFile({ pull_id: 4 }, photo())))?.kept).toBe(false);
  expect(keptRows()).toHaveLength(0);
});

it("says so where the browser has thrown the bytes away", async () => {
  const row = { key: "gone", path: "/api/attachments", body: "{}", label: "", at: "", person: 7, file: "a.jpg" };
  expect(await sendOne(row)).toEqual({ status: 410, message: "this browser has thrown its bytes away" });
});
