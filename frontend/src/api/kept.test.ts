import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import { discard, keep, keepFile, keptFile, keptRows, labelOf, sendKept, type Kept } from "./kept";

const row = (key: string, path = "/api/lots/3/pulls", person = 1) => ({ key, path, body: `{"n":"${key}"}`, person });
const clear = () => keptRows().forEach((one) => discard(one.key));

describe("what is kept without a line", () => {
  beforeEach(clear);

  it("is what is typed at the rig and nothing else", () => {
    expect(labelOf("/api/stations/4/readings")).toBe("a reading of a long test");
    expect(labelOf("/api/lots/3/statements")).toBeNull();
    expect(keep(row("a", "/api/lots/3/statements"))).toBe(false);
    expect(keptRows()).toHaveLength(0);
  });

  it("is kept once for a key, as it was typed last", () => {
    keep(row("a"));
    keep({ ...row("a"), body: "later" });
    keep(row("b"));
    expect(keptRows().map((one) => one.body.replace(/,"pulled_at":"[^"]+"/, ""))).toEqual(["later", '{"n":"b"}']);
    expect(keptRows()[1]?.body).toContain(`"pulled_at":"${new Date().toISOString().slice(0, 13)}`);
    expect(JSON.parse(localStorage.getItem("kept-without-a-line") ?? "[]")).toHaveLength(2);
  });

  it("is sent in order and gone when the server has it", async () => {
    ["a", "b", "c"].forEach((key) => keep(row(key)));
    const seen: string[] = [];
    const sent = await sendKept(1, async (one) => {
      seen.push(one.key);
      return { status: 201 };
    });
    expect([sent, seen, keptRows()]).toEqual([3, ["a", "b", "c"], []]);
  });

  it("stops at the first that finds no line, or when signed out, and leaves the rest", async () => {
    ["a", "b", "c"].forEach((key) => keep(row(key)));
    const send = async (one: Kept) => {
      if (one.key === "b") throw new TypeError("no line");
      return { status: 201 };
    };
    expect(await sendKept(1, send)).toBe(1);
    expect(keptRows().map((one) => one.key)).toEqual(["b", "c"]);
    expect(await sendKept(1, async () => ({ status: 401 }))).toBe(0);
    expect(await sendKept(1, async () => ({ status: 503 }))).toBe(0);
    expect(keptRows()).toHaveLength(2);
  });

  it("waits with its reason when the server refuses it, and is not sent again", async () => {
    ["a", "b"].forEach((key) => keep(row(key)));
    const answers = async (one: Kept) => (one.key === "a" ? { status: 422, message: "no number" } : { status: 201 });
    expect(await sendKept(1, answers)).toBe(1);
    expect(keptRows().map((one) => [one.key, one.refused])).toEqual([["a", "no number"]]);
    expect(await sendKept(1, answers)).toBe(0);
  });

  it("holds a photo with its bytes until it is sent or thrown away", async () => {
    const photo = new File(["jpeg bytes"], "anchor.jpg", { type: "image/jpeg" });
    const target = { key: "photo", path: "/api/attachments", body: '{"pull_id":4}', person: 1 };
    keep(row("before"));
    expect(await keepFile(target, photo)).toBe(true);
    expect(keptRows().map((one) => [one.label, one.file])).toEqual([
      ["a pull that was read off a display", undefined],
      ["a photo or a paper", "anchor.jpg"],
    ]);
    expect(await keptFile("photo")).toBeDefined();

    const seen: string[] = [];
    await sendKept(1, async (one) => {
      seen.push(one.key);
      return { status: 201 };
    });
    expect(seen).toEqual(["before", "photo"]);
    expect(await keptFile("photo")).toBeUndefined();
  });

  it("belongs to whoever typed it", async () => {
    keep(row("a", undefined, 1));
    keep(row("b", undefined, 2));
    expect(await sendKept(2, async () => ({ status: 201 }))).toBe(1);
    expect(keptRows().map((one) => one.key)).toEqual(["a"]);
  });

  it("goes out once though two ask at the same time", async () => {
    keep(row("a"));
    let times = 0;
    const slow = () =>
      new Promise<{ status: number }>((done) => setTimeout(() => done({ status: 201 + 0 * times++ }), 5));
    expect((await Promise.all([sendKept(1, slow), sendKept(1, slow)])).sort()).toEqual([0, 1]);
    expect(times).toBe(1);
  });
});
