import { Redirect } from "wouter";
import { PLACES } from "../places/all";
import { may } from "../places/place";
import { useShell } from "./context";

/** Leads to the first place that is open to whoever is signed in. */
export function FirstPlace() {
  const { me } = useShell();
  const first = PLACES.find((place) => may(me, place.right));
  if (first) return <Redirect to={`/${first.id}`} replace />;
  return <p className="p-6">Nothing is open to you yet. Ask a steward for a role.</p>;
}
