import { whose } from "./client";

/** What became of a stop: asked: the recorder has it; stands: it is known to stand; by_hand: nothing here moves it. */
export type StopTold = { bench: number; asked: boolean; stands: boolean; by_hand: boolean; words: string | null };
export type LineState = "up" | "down" | "opening";

const PING_MS = 2000;
const DEAF_MS = 1500;
const AGAIN_MS = 800;
const PATIENCE_MS = 1500;
const OPENING_MS = 1500; // before the first one can have opened

type Line = { door: string; socket: WebSocket | null; heard: number; asked: number; opened: boolean };

/**
 * Lines to the web server, and to others of the installation, that are kept open for stop alone: they need no thread of
 * the server that waits for something else, and no database.
 */
class StopLines {
  private lines: Line[] = [];
  private users = 0;
  private timer = 0;
  private begun = 0;
  private state: LineState = "opening";
  private readonly listeners = new Set<() => void>();
  private readonly waiting = new Set<(told: StopTold) => void>();

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly snapshot = () => this.state;

  /** @returns what closes them when nobody needs them any more */
  open(doors: string[]) {
    this.users += 1;
    if (this.users === 1) this.begin(doors);
    return () => {
      this.users -= 1;
      if (this.users === 0) this.end();
    };
  }

  /** Asks every way at once; the first that says it has it counts. Rejects where none does. */
  async stop(bench: number): Promise<StopTold> {
    const ways = this.lines.filter((line) => line.socket?.readyState === WebSocket.OPEN);
    const told = new Promise<StopTold>((resolve, reject) => {
      const hear = (one: StopTold) => {
        if (one.bench !== bench || !one.asked) return;
        this.waiting.delete(hear);
        resolve(one);
      };
      this.waiting.add(hear);
      window.setTimeout(() => {
        this.waiting.delete(hear);
        reject(new Error("no line"));
      }, PATIENCE_MS);
    });
    ways.forEach((line) => line.socket?.send(JSON.stringify({ stop: bench })));
    return Promise.any([told, posted(bench)]);
  }

  private begin(doors: string[]) {
    this.begun = performance.now();
    this.lines = [window.location.origin, ...doors].map((door) => ({
      door,
      socket: null,
      heard: 0,
      asked: 0,
      opened: false,
    }));
    this.look();
    this.timer = window.setInterval(() => this.look(), AGAIN_MS);
  }

  private end() {
    window.clearInterval(this.timer);
    this.lines.forEach((line) => line.socket?.close());
    this.lines = [];
    this.say("opening");
  }

  private look() {
    const now = performance.now();
    for (const line of this.lines) {
      if (line.socket === null || line.socket.readyState === WebSocket.CLOSED) this.connect(line);
      else if (line.socket.readyState === WebSocket.OPEN && now - line.asked > PING_MS) this.ping(line, now);
    }
    this.judge();
  }

  private ping(line: Line, now: number) {
    line.asked = now;
    line.socket?.send(JSON.stringify({ ping: Math.round(now) }));
  }

  private connect(line: Line) {
    if (typeof WebSocket === "undefined") return;
    const socket = new WebSocket(`${line.door.replace(/^http/, "ws")}/api/stop-line`);
    line.socket = socket;
    socket.onopen = () => {
      line.opened = true;
      line.heard = performance.now();
      this.ping(line, line.heard);
      this.judge();
    };
    socket.onmessage = (event: MessageEvent<string>) => {
      line.heard = performance.now();
      const said = JSON.parse(event.data) as StopTold & { pong?: number };
      if (said.pong === undefined) this.waiting.forEach((hear) => hear(said));
      this.judge();
    };
    // One that was there and is not any more is known at once.
    socket.onclose = () => {
      if (line.opened) this.begun = -OPENING_MS;
      this.judge();
    };
  }

  /** One way that answers is enough. */
  private judge() {
    const now = performance.now();
    const open = this.lines.filter((line) => line.socket?.readyState === WebSocket.OPEN);
    const hears = open.some((line) => line.heard >= line.asked || now - line.asked < DEAF_MS);
    this.say(hears ? "up" : now - this.begun < OPENING_MS ? "opening" : "down");
  }

  private say(state: LineState) {
    if (state === this.state) return;
    this.state = state;
    this.listeners.forEach((listener) => listener());
  }
}

async function posted(bench: number): Promise<StopTold> {
  const response = await fetch(`/api/benches/${bench}/stop`, {
    method: "POST",
    headers: { "X-CSRF-Token": whose().csrf },
    keepalive: true,
  });
  if (!response.ok) throw new Error(`${response.status}`);
  return (await response.json()) as StopTold;
}

export const stopLines = new StopLines();
