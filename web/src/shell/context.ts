import { createContext, useContext } from "react";
import type { Me } from "../api/client";

/** Who is signed in; everything within the shell can ask. */
export const SignedIn = createContext<Me | undefined>(undefined);

export function useShell(): { me: Me } {
  const me = useContext(SignedIn);
  if (!me) throw new Error("asked outside of the shell");
  return { me };
}
