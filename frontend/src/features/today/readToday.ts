import { when } from "@/format/words";
import type { Today } from "./items";

export type Due = {
  key: string;
  title: string;
  detail: string;
  at: string;
  late: boolean;
  to: string;
  params?: Record<string, number>;
  person?: string;
};

/** What is read or broken today, by the clock; what is late stands first. */
export function readToday(today: Today): Due[] {
  const tests = today.long_tests
    .filter((t) => t.due.place !== undefined || t.due.silent_since)
    .filter((t) => t.due.late || t.due.silent_since || !t.due.at || isToday(t.due.at))
    .map((t) => ({
      key: `test-${t.id}`,
      title: t.due.station ? `${t.title}, ${t.due.station}` : t.title,
      detail: t.due.silent_since
        ? `its logger is silent since ${when(t.due.silent_since)}`
        : t.due.at
          ? t.headline
          : `${t.headline}; next ${t.due.words}`,
      at: t.due.late || t.due.silent_since ? "overdue" : t.due.at ? clock(t.due.at) : "",
      late: (t.due.late ?? false) || t.due.silent_since !== undefined,
      to: "/tests/$testId",
      params: { testId: t.id },
      person: t.person,
    }));
  const undone = today.watch.filter((w) => w.due && !w.open);
  const breaks = undone.length
    ? [
        {
          key: "morning",
          title: "This morning’s breaks",
          detail: undone.map((w) => w.name).join(", "),
          at: `${undone.length} not yet`,
          late: false,
          to: "/watch",
        },
      ]
    : [];
  return [...breaks, ...tests.sort((a, b) => Number(b.late) - Number(a.late) || a.at.localeCompare(b.at))];
}

const isToday = (iso: string) => new Date(iso).toDateString() === new Date().toDateString();
const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
