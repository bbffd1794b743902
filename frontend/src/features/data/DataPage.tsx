import { Link } from "@tanstack/react-router";
import { Laboratory } from "./Laboratory";
import { Lists } from "./Lists";
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
      <Lists />
      <section aria-label="For scripts" className="pt-6">
        <h2 className="pb-1.5 text-[15px]">For scripts</h2>
        <p>
          <Link to="/data/api" className="font-semibold underline">
            The interface, to be read
          </Link>{" "}
          <span className="text-soft">with a key of yours, which is made under People and may end by itself.</span>
        </p>
      </section>
    </>
  );
}
