/** How old what is shown is. gone: so old that it is not shown; silent: nothing was heard for so long that nobody knows. */
export type Age = { seconds: number; stage: "fresh" | "old" | "gone"; silent: boolean };

export const NEVER: Age = { seconds: Infinity, stage: "gone", silent: true };
const OLD_SECONDS = 0.5;
const GONE_SECONDS = 2;
const LATE_SECONDS = 0.3; // beyond the quickest message: it waited somewhere
const SETTLED_SECONDS = 3; // what is late for so long was not late: a clock was set

type Heard = { age_seconds: number | null; sent_at: number | null };

/**
 * Tells the age of the newest reading by what the recorder said of it and by the clocks here. A laptop that slept, a
 * stream that is open and says nothing, a message that waited on its way: each makes it older, none younger.
 */
export class Clock {
  private heardAt: { ticks: number; wall: number } | null = null;
  private age0: number | null = null;
  private late = 0;
  private quickest: number | null = null;
  private lateSince: number | null = null;

  constructor(
    private readonly ticks = () => performance.now() / 1000,
    private readonly wall = () => Date.now() / 1000,
  ) {}

  hear({ age_seconds, sent_at }: Heard) {
    this.heardAt = { ticks: this.ticks(), wall: this.wall() };
    this.age0 = age_seconds;
    this.late = sent_at === null ? 0 : this.lateness(this.wall() - sent_at);
  }

  age(): Age {
    if (this.heardAt === null) return NEVER;
    const since = Math.max(this.ticks() - this.heardAt.ticks, this.wall() - this.heardAt.wall) + this.late;
    const seconds = this.age0 === null ? Infinity : this.age0 + since;
    const stage = seconds > GONE_SECONDS ? "gone" : seconds > OLD_SECONDS ? "old" : "fresh";
    return { seconds, stage, silent: since > GONE_SECONDS };
  }

  private lateness(offset: number): number {
    this.quickest = this.quickest === null ? offset : Math.min(this.quickest, offset);
    const late = offset - this.quickest;
    if (late < LATE_SECONDS) {
      this.lateSince = null;
      return 0;
    }
    this.lateSince ??= this.ticks();
    if (this.ticks() - this.lateSince < SETTLED_SECONDS) return late;
    this.quickest = offset;
    this.lateSince = null;
    return 0;
  }
}
