import { Laboratory } from "./Laboratory";
import { Packages } from "./Packages";

/** What goes out and comes in: whose papers they are, packages, tables of old breaks. */
export function DataPage() {
  return (
    <>
      <h1>Papers and data</h1>
      <p className="text-soft pt-1">
        What stands on every paper, and the ways in which all of this is handed on or brought in.
      </p>
      <Laboratory />
      <Packages />
    </>
  );
}
