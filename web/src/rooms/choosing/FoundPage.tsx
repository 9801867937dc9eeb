import type { ReactNode } from "react";
import { useSearchParams } from "react-router";
import type { Problem } from "../../api/client";
import { Page } from "../../ui/Page";
import { ProblemNote } from "../../ui/ProblemNote";
import { ChoosingNav } from "./ChoosingNav";
import { FindBox } from "./FindBox";

/** The find a page is about, kept in its address. */
export function useFindParam(usual: string): [string, (find: string) => void] {
  const [params, setParams] = useSearchParams();
  return [
    params.get("find") ?? usual,
    (find) => {
      const next = new URLSearchParams(params);
      next.set("find", find);
      setParams(next);
    },
  ];
}

type Props = {
  title: string;
  under?: ReactNode;
  aside?: ReactNode;
  find: string;
  label: string;
  placeholder: string;
  onFind: (find: string) => void;
  problem: unknown;
  children: ReactNode;
};

/** A page of choosing that is about whatever a find finds. */
export function FoundPage({
  title,
  under,
  aside,
  find,
  label,
  placeholder,
  onFind,
  problem,
  children,
}: Props) {
  return (
    <Page title={title} under={under} aside={aside}>
      <ChoosingNav />
      <div className="mb-4 print:hidden">
        <FindBox find={find} label={label} placeholder={placeholder} onFind={onFind} />
      </div>
      <ProblemNote problem={problem as Problem | null} />
      {children}
    </Page>
  );
}
