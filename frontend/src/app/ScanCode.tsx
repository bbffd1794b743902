import { useNavigate } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { ErrorNote } from "@/ui/states";
import { Sheet } from "@/ui/Sheet";

type Detector = { detect: (source: HTMLVideoElement) => Promise<{ rawValue: string }[]> };
type WithDetector = { BarcodeDetector?: new (given: { formats: string[] }) => Detector };
const LOOK_MS = 200;
const PIECE = /\/piece\/(\d{1,9}-\d{1,6})$/;
const RECORD = /\/record\/([0-9A-Z]{26})$/;

/** Whether this browser can look for a code by itself, with a camera it may use. */
export const canScan = () =>
  "BarcodeDetector" in window && window.isSecureContext && navigator.mediaDevices?.getUserMedia !== undefined;

/** What a code on a label or a paper means here. */
export function placeOf(code: string): string | null {
  const piece = PIECE.exec(code)?.[1];
  if (piece) return `/piece/${piece}`;
  const record = RECORD.exec(code)?.[1];
  return record ? `/record/${record}` : null;
}

/** The camera, until it sees a code that is one of ours. */
export function ScanCode({ onClose }: { onClose: () => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const navigate = useNavigate();
  const [trouble, setTrouble] = useState("");
  const close = useRef(onClose);
  useEffect(() => {
    close.current = onClose;
  });
  useEffect(() => {
    let stream: MediaStream | undefined;
    let timer = 0;
    let over = false;
    const look = async (detector: Detector) => {
      const seen = video.current ? await detector.detect(video.current).catch(() => []) : [];
      const to = seen.map((one) => placeOf(one.rawValue)).find((place) => place !== null);
      if (over) return;
      if (to) {
        close.current();
        void navigate({ to });
      } else timer = window.setTimeout(() => void look(detector), LOOK_MS);
    };
    const begin = async () => {
      const { BarcodeDetector } = window as unknown as WithDetector;
      if (!BarcodeDetector) return;
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: "environment" } });
      if (over || !video.current) return stream.getTracks().forEach((track) => track.stop());
      video.current.srcObject = stream;
      await video.current.play();
      void look(new BarcodeDetector({ formats: ["qr_code"] }));
    };
    begin().catch(() => setTrouble("The camera cannot be used. Type the code instead: it stands on the label."));
    return () => {
      over = true;
      window.clearTimeout(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, [navigate]);
  return (
    <Sheet open onOpenChange={(next) => !next && onClose()} title="Show the camera a code">
      {trouble ? (
        <ErrorNote message={trouble} />
      ) : (
        <video ref={video} muted playsInline className="bg-bar aspect-square w-full object-cover" />
      )}
    </Sheet>
  );
}
