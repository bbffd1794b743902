import { useQuery } from "@tanstack/react-query";
import { catalogueQuery } from "@/api/queries";
import { ErrorNote, Waiting } from "@/ui/states";
import { AcceptanceTemplates } from "./AcceptanceTemplates";
import { DesignFactors } from "./DesignFactors";
import { ImportProfiles } from "./ImportProfiles";
import { ItemTypes } from "./ItemTypes";
import { Populations } from "./Populations";
import { Procedures } from "./Procedures";
import { ProofRules } from "./ProofRules";

/** The tables behind the screens: rows that ship with the application, and the shop's own beside them. */
export function LibraryPage() {
  const { data, error, refetch } = useQuery(catalogueQuery);
  if (error) return <ErrorNote message={error.message} onRetry={() => void refetch()} />;
  if (!data) return <Waiting what="the library" />;
  return (
    <>
      <h1>Library</h1>
      <p className="text-soft pt-1">
        Starting points for a conversation with the code in force. A row marked “check” is compared with the edition in
        force before it is used; shipped rows are never overwritten, own rows stand beside them.
      </p>
      <DesignFactors rows={data.design_factors} />
      <ProofRules rows={data.proof_rules} />
      <Populations rows={data.populations} types={data.item_types} />
      <Procedures />
      <AcceptanceTemplates />
      <ItemTypes types={data.item_types} />
      <ImportProfiles />
    </>
  );
}
