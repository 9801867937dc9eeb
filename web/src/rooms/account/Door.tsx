import { Outlet } from "react-router";
import type { Problem } from "../../api/client";
import { ProblemNote } from "../../ui/ProblemNote";
import { SignInPage } from "./SignInPage";
import { useSession } from "./useSession";
import { WronglyTried } from "./WronglyTried";

/** Who is signed in sees the rooms; who is not, the door. */
export function Door() {
  const session = useSession();
  if (session.isError) {
    return (
      <main className="p-6 max-w-xl">
        <ProblemNote problem={session.error as Problem} />
      </main>
    );
  }
  if (!session.data) return <main className="p-6 quiet">Opening …</main>;
  if (!session.data.signedIn) return <SignInPage session={session.data} />;
  return (
    <>
      <WronglyTried />
      <Outlet />
    </>
  );
}
