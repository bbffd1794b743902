import { describe, expect, it } from "vitest";
import { Clock, NEVER } from "./age";

/** A clock of this browser that a test sets: ticks that stand still while a laptop sleeps, and the wall's. */
function clocks() {
  const at = { ticks: 100, wall: 5000 };
  const clock = new Clock(
    () => at.ticks,
    () => at.wall,
  );
  const pass = (seconds: number, asleep = false) => {
    at.wall += seconds;
    if (!asleep) at.ticks += seconds;
  };
  const hear = (age: number | null = 0.02, ago = 0) => clock.hear({ age_seconds: age, sent_at: at.wall - 700 - ago });
  return { at, clock, pass, hear };
}

describe("the age of a reading", () => {
  it("grows while nothing is heard: grey after half a second, gone after two, silent then", () => {
    const { clock, pass, hear } = clocks();
    expect(clock.age()).toEqual(NEVER);
    hear();
    pass(0.3);
    expect(clock.age()).toMatchObject({ stage: "fresh", silent: false });
    pass(0.3);
    expect(clock.age()).toMatchObject({ stage: "old", silent: false });
    pass(1.6);
    expect(clock.age()).toMatchObject({ stage: "gone", silent: true });
  });
  it("is that of the reading, not of the message", () => {
    const { clock, hear } = clocks();
    hear(0.9);
    expect(clock.age()).toMatchObject({ stage: "old", silent: false });
    hear(4);
    expect(clock.age()).toMatchObject({ stage: "gone", silent: false });
    hear(null);
    expect(clock.age()).toMatchObject({ stage: "gone", seconds: Infinity });
  });
  it("goes on through a sleep in which this browser counted nothing", () => {
    const { clock, pass, hear } = clocks();
    hear();
    pass(60, true);
    expect(clock.age()).toMatchObject({ stage: "gone", silent: true });
  });
  it("counts how long a message waited on its way", () => {
    const { clock, pass, hear } = clocks();
    hear();
    pass(30);
    hear(0.02, 25);
    expect(clock.age().seconds).toBeGreaterThan(24);
    pass(0.05);
    hear();
    expect(clock.age().stage).toBe("fresh");
  });
  it("does not stay blank where a clock was set", () => {
    const { at, clock, pass, hear } = clocks();
    hear();
    at.wall += 3600;
    for (let i = 0; i < 40; i += 1) {
      pass(0.1);
      clock.hear({ age_seconds: 0.02, sent_at: at.wall - 700 - 3600 });
    }
    expect(clock.age().stage).toBe("fresh");
  });
});
