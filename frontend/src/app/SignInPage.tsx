import type { Schemas } from "@/api/client";
import { Brand } from "./Brand";
import { FirstAdministrator } from "./FirstAdministrator";
import { SecondStep } from "./SecondStep";
import { SignInForm } from "./SignInForm";
import { useSignIn } from "./useSignIn";

/** Who works here says so by name and password. The demo offers its made-up people by one click. */
export function SignInPage({ session }: { session: Schemas["Session"] }) {
  return (
    <main className="mx-auto grid min-h-screen max-w-[860px] content-start gap-10 px-5 pt-[9vh] pb-10 min-[820px]:grid-cols-[1fr_340px]">
      <div className="min-[820px]:col-span-2">
        <Brand large />
        <p className="text-soft mt-2 max-w-[46ch]">
          From force curves to a working load limit: every judgement and every signature here carries a name.
        </p>
      </div>
      <section className="sheet content-start self-start p-5">
        {session.second_factor.needed ? (
          <SecondStep needed={session.second_factor.needed} />
        ) : session.people_exist ? (
          <>
            <h1 className="pb-4">Sign in</h1>
            <SignInForm />
          </>
        ) : (
          <>
            <h1>First administrator</h1>
            <p className="text-soft pt-1 pb-4">
              Nobody is set up yet. Whoever comes first takes in the others, under People.
            </p>
            <FirstAdministrator />
          </>
        )}
      </section>
      {session.demo.length > 0 && !session.second_factor.needed && <DemoPeople people={session.demo} />}
    </main>
  );
}

function DemoPeople({ people }: { people: Schemas["Session"]["demo"] }) {
  const signIn = useSignIn();
  return (
    <section aria-label="People of the demo">
      <h2>The made-up people of the demo</h2>
      <ul className="sheet mt-2">
        {people.map((person) => (
          <li key={person.login} className="border-line border-t first:border-t-0">
            <button
              type="button"
              disabled={signIn.isPending}
              onClick={() => signIn.mutate(person)}
              className="hover:bg-wash flex min-h-12 w-full items-center justify-between gap-3 px-4 text-left"
            >
              <b className="font-semibold">{person.name}</b>
              <span className="text-soft text-[13px]">{person.roles.join(", ")}</span>
            </button>
          </li>
        ))}
      </ul>
      <p className="text-soft mt-2 text-[12.5px]">
        One click signs in. A shop of your own has people of its own, and no such list.
      </p>
    </section>
  );
}
