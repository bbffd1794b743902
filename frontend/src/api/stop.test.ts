import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { benchLive } from "@/test/bench";
import { stopLines } from "./stop";
import { cutOff, standing } from "./useStop";

const TOLD = { bench: 2, asked: true, stands: false, by_hand: false, words: null };

/** A line that a test answers. */
class FakeSocket {
  static readonly CONNECTING = 0;
  static readonly OPEN = 1;
  static readonly CLOSED = 3;
  static all: FakeSocket[] = [];
  readyState = 0;
  sent: string[] = [];
  onopen: (() => void) | null = null;
  onclose: (() => void) | null = null;
  onmessage: ((event: { data: string }) => void) | null = null;
  constructor(readonly url: string) {
    FakeSocket.all.push(this);
  }
  send(text: string) {
    this.sent.push(text);
  }
  open() {
    this.readyState = FakeSocket.OPEN;
    this.onopen?.();
  }
  close() {
    this.readyState = FakeSocket.CLOSED;
    this.onclose?.();
  }
  say(words: object) {
    this.onmessage?.({ data: JSON.stringify(words) });
  }
}

describe("the lines for stop", () => {
  let close: () => void = () => undefined;
  const posts = vi.fn();
  beforeEach(() => {
    vi.useFakeTimers();
    FakeSocket.all = [];
    vi.stubGlobal("WebSocket", FakeSocket);
    vi.stubGlobal("fetch", posts);
    posts.mockReset().mockRejectedValue(new TypeError("no server"));
    close = stopLines.open(["http://127.0.0.1:4881"]);
  });
  afterEach(() => {
    close();
    vi.useRealTimers();
  });

  it("ask every server at once, and the first that has it counts", async () => {
    const [own, other] = FakeSocket.all;
    expect(other?.url).toBe("ws://127.0.0.1:4881/api/stop-line");
    own?.open();
    other?.open();
    own?.close();
    const told = stopLines.stop(2);
    other?.say({ ...TOLD, bench: 3 });
    other?.say(TOLD);
    await expect(told).resolves.toEqual(TOLD);
    expect(other?.sent).toContain('{"stop":2}');
  });
  it("ask by a request where there is no line", async () => {
    posts.mockResolvedValue(new Response(JSON.stringify(TOLD), { status: 200 }));
    await expect(stopLines.stop(2)).resolves.toEqual(TOLD);
    expect(posts.mock.calls[0]?.[0]).toBe("/api/benches/2/stop");
  });
  it("say at once that nobody has it", async () => {
    const told = stopLines.stop(2);
    const refused = expect(told).rejects.toThrow();
    await vi.advanceTimersByTimeAsync(1600);
    await refused;
  });
  it("are down as soon as the last one closes, and when one hears nothing", async () => {
    const [own, other] = FakeSocket.all;
    own?.open();
    expect(stopLines.snapshot()).toBe("up");
    other?.close();
    own?.close();
    expect(stopLines.snapshot()).toBe("down");
    await vi.advanceTimersByTimeAsync(1000);
    FakeSocket.all.at(-2)?.open();
    expect(stopLines.snapshot()).toBe("up");
    await vi.advanceTimersByTimeAsync(9000);
    expect(stopLines.snapshot()).toBe("down");
  });
});

describe("what is said of a stop", () => {
  const stop = { why: "stopped by hand", stands: false, for_seconds: 0.2, drives: true };
  it("is never that it stands before the recorder knows", () => {
    expect(standing(benchLive(), null, "up")).toBeNull();
    expect(standing(benchLive(), { told: null, failed: false }, "up")).toMatchObject({ kind: "not_yet" });
    expect(standing(benchLive(), { told: TOLD, failed: false }, "up")).toMatchObject({ kind: "not_yet" });
    expect(standing(benchLive({ stop }), null, "up")).toEqual({ kind: "not_yet", why: "stopped by hand" });
    expect(standing(benchLive({ stop: { ...stop, stands: true } }), null, "up")).toMatchObject({ kind: "stands" });
  });
  it("is what to press instead, unasked, while something moves and no server answers", () => {
    expect(cutOff(benchLive(), "down")).toEqual({ kind: "unreached" });
    expect(cutOff(benchLive(), "up")).toBeNull();
    expect(cutOff(benchLive({ run: null }), "down")).toBeNull();
  });
  it("is what to press where nobody here can stop it, and who stops a pump", () => {
    expect(standing(null, { told: null, failed: true }, "up")).toMatchObject({ kind: "unreached" });
    expect(standing(null, { told: null, failed: false }, "down")).toMatchObject({ kind: "unreached" });
    expect(standing(benchLive({ stop: { ...stop, drives: false } }), null, "up")).toEqual({ kind: "by_hand" });
  });
});
