import { useEffect, useRef } from "react";

const LOWEST_HZ = 180;
const OCTAVES = 2;
const QUIET = 0.04;
const GLIDE_SECONDS = 0.05;

/** The pitch for a load: two octaves up to what the bench may reach. */
export const pitch = (share: number) => LOWEST_HZ * 2 ** (OCTAVES * Math.min(Math.max(share, 0), 1));

/** A quiet tone that follows the load while a pull goes on; silent where no sound can be made. */
export function useTone(on: boolean, share: number | null) {
  const tone = useRef<{ context: AudioContext; pitch: AudioParam } | null>(null);
  useEffect(() => {
    if (!on || typeof AudioContext === "undefined") return;
    const context = new AudioContext();
    const oscillator = context.createOscillator();
    const gain = context.createGain();
    gain.gain.value = QUIET;
    oscillator.connect(gain).connect(context.destination);
    oscillator.start();
    tone.current = { context, pitch: oscillator.frequency };
    return () => {
      tone.current = null;
      void context.close();
    };
  }, [on]);
  useEffect(() => {
    const now = tone.current;
    if (now && share !== null) now.pitch.setTargetAtTime(pitch(share), now.context.currentTime, GLIDE_SECONDS);
  }, [share]);
}
