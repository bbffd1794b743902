import { Outlet, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { Toaster } from "sonner";
import { useKeys } from "@/keys/keys";
import { useSettings } from "@/lot/settings";
import { KeptBand } from "./KeptBand";
import { KeysHelp } from "./KeysHelp";
import { MissingBand } from "./MissingBand";
import { MovingBand } from "./MovingBand";
import { Palette } from "./Palette";
import { canScan, ScanCode } from "./ScanCode";
import { useScanner } from "./useScanner";
import { TopBar } from "./TopBar";
import { useNextUnit } from "./useNextUnit";

export function Shell() {
  const [finding, setFinding] = useState(false);
  const [helping, setHelping] = useState(false);
  const [scanning, setScanning] = useState(false);
  const { toggleDark, dark } = useSettings();
  const nextUnit = useNextUnit();
  const navigate = useNavigate();
  useScanner((code) => void navigate({ to: "/piece/$code", params: { code } }));
  useKeys([
    { keys: "Ctrl+k", label: "Find or do anything", run: () => setFinding(true) },
    { keys: "/", label: "Find or do anything", run: () => setFinding(true) },
    { keys: "?", label: "All keys", run: () => setHelping(true) },
    { keys: "u", label: "Next unit", run: nextUnit },
    { keys: "d", label: "Light or dark", run: toggleDark },
    { keys: "g t", label: "Go to Today", run: () => void navigate({ to: "/" }) },
    { keys: "g l", label: "Go to Lots", run: () => void navigate({ to: "/lots" }) },
    { keys: "g w", label: "Go to Watch", run: () => void navigate({ to: "/watch" }) },
    { keys: "g o", label: "Go to Long tests", run: () => void navigate({ to: "/tests" }) },
    { keys: "g x", label: "Go to Examine and retire", run: () => void navigate({ to: "/upkeep" }) },
    { keys: "g y", label: "Go to Library", run: () => void navigate({ to: "/library" }) },
    { keys: "g z", label: "Go to Practise", run: () => void navigate({ to: "/practise" }) },
    { keys: "g d", label: "Go to Papers and data", run: () => void navigate({ to: "/data" }) },
    { keys: "g e", label: "Go to People", run: () => void navigate({ to: "/people" }) },
  ]);
  return (
    <div className="flex h-full min-h-screen flex-col">
      <MovingBand />
      <KeptBand />
      <MissingBand />
      <TopBar
        onScan={canScan() ? () => setScanning(true) : undefined}
        onFind={() => setFinding(true)}
        onHelp={() => setHelping(true)}
      />
      <div className="min-h-0 flex-1">
        <Outlet />
      </div>
      {scanning && <ScanCode onClose={() => setScanning(false)} />}
      <Palette open={finding} onOpenChange={setFinding} />
      <KeysHelp open={helping} onOpenChange={setHelping} />
      <Toaster
        position="bottom-left"
        theme={dark ? "dark" : "light"}
        toastOptions={{ style: { borderRadius: 3, font: "14px var(--font-text)" } }}
      />
    </div>
  );
}
