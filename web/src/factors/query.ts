import { ask, client } from "../api/client";

/** What one signs in with beside the password. */
export const ownFactors = {
  queryKey: ["own-factors"],
  queryFn: () => ask(client.GET("/api/session/factors")),
};
