import type { OwnPage, OwnProofSettingUp } from "../api/client";

/** What every page on which something is set up gets. */
export interface NewProps {
  page: OwnPage;
  name: string;
  setUp: OwnProofSettingUp;
  done: (words: string) => void;
}
