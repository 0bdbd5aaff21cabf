import type { UseQueryResult } from "@tanstack/react-query";
import type { Accounts, Page } from "../../../api/client";
import { clock } from "../../../ui/time";
import { ColumnOf } from "../column";
import type { Subject } from "../lit";
import { AccountCards } from "./account-cards";

interface Props {
  page: Page;
  accounts: UseQueryResult<Accounts>;
  /** Makes Proof reckon about another action. */
  choose: (subject: Subject) => void;
  open: boolean;
  lit: boolean;
  light: () => void;
}

/** What is wrong and where, and what can be done about it, behind the double rule. */
export function ChangeColumn({ page, accounts, choose, open, lit, light }: Props) {
  return (
    <ColumnOf title="Change" note="what is wrong, where" lit={lit} light={light} gate open={open}>
      {!page.who && (
        <p className="text-muted">Their accounts stand here, as each system has them at this moment.</p>
      )}
      {page.who && accounts.isPending && (
        <p className="text-muted">Asking the systems how the accounts stand.</p>
      )}
      {page.who && accounts.isError && (
        <p role="alert" className="font-semibold text-stop">
          {accounts.error.message}
        </p>
      )}
      {page.who?.inForce && (
        <p role="status" className="mb-2 rounded-[3px] bg-wait-wash px-2.5 py-1.5 font-semibold text-wait">
          A temporary password is in force since {clock(page.who.inForce.since)}, given on{" "}
          <span className="num">{page.who.inForce.number}</span> and not used yet. It runs out at{" "}
          {clock(page.who.inForce.until)}; another takes its place.
        </p>
      )}
      {page.who && accounts.data && (
        <AccountCards page={page} systems={accounts.data.systems} choose={choose} />
      )}
    </ColumnOf>
  );
}
