import { useEffect, useRef } from "react";
import { isTyping } from "@/keys/where";

const TOGETHER_MS = 45; // a scanner is faster than any hand
const CODE = /(?:^|\/piece\/)(\d{1,9}-\d{1,6})$/;
const STARTS = /[\d/h]/; // a number, a path or an address: every other key is nobody's but the page's

/** A scanner types a code and Enter. What it types opens the piece, and is kept from the single keys of the page. */
export function useScanner(onCode: (code: string) => void) {
  const latest = useRef(onCode);
  useEffect(() => {
    latest.current = onCode;
  });
  useEffect(() => {
    let held: KeyboardEvent[] = [];
    let timer = 0;
    let replaying = false;
    const release = () => {
      const events = held;
      held = [];
      replaying = true;
      for (const event of events)
        event.target?.dispatchEvent(
          new KeyboardEvent("keydown", { key: event.key, code: event.code, bubbles: true, cancelable: true }),
        );
      replaying = false;
    };
    const listen = (event: KeyboardEvent) => {
      if (replaying || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "Enter" && held.length > 2) {
        const code = CODE.exec(held.map((one) => one.key).join(""))?.[1];
        if (!code) return;
        event.preventDefault();
        event.stopImmediatePropagation();
        window.clearTimeout(timer);
        held = [];
        latest.current(code);
        return;
      }
      if (event.key.length !== 1 || (held.length === 0 && !STARTS.test(event.key))) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      held.push(event);
      window.clearTimeout(timer);
      timer = window.setTimeout(release, TOGETHER_MS);
    };
    window.addEventListener("keydown", listen, { capture: true });
    return () => {
      window.clearTimeout(timer);
      window.removeEventListener("keydown", listen, { capture: true });
    };
  }, []);
}
