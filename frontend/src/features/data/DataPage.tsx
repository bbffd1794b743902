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
      <section aria-label="What is proved" className="pt-6">
        <h2 className="pb-1.5 text-[15px]">Whose word it is</h2>
        <p>
          <Link to="/verification" className="font-semibold underline">
            Verification and keys
          </Link>
          <span className="text-soft"> whether all of it is what was kept, and who is believed; </span>
          <Link to="/heard" className="font-semibold underline">
            said by packages
          </Link>
          <span className="text-soft"> what nobody here has proved.</span>
        </p>
      </section>
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
