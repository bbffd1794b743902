/** The bench that this browser began a pull on: kept until it is known to be over, through reloads and other pages. */
export type Started = { bench_id: number; bench: string; lot_id: number; lot: string; uid: string };

const KEY = "started";
const listeners = new Set<() => void>();
let now: Started | null | undefined;

const read = (): Started | null => {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "null") as Started | null;
  } catch {
    return null; // somebody else's text under our key
  }
};

export const startedBench = () => (now === undefined ? (now = read()) : now);

export function rememberStarted(started: Started | null) {
  now = started;
  if (started) localStorage.setItem(KEY, JSON.stringify(started));
  else localStorage.removeItem(KEY);
  listeners.forEach((listener) => listener());
}

export function onStarted(listener: () => void) {
  const elsewhere = (event: StorageEvent) => {
    if (event.key !== KEY) return;
    now = read();
    listener();
  };
  listeners.add(listener);
  window.addEventListener("storage", elsewhere);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", elsewhere);
  };
}
