import { ask, byItself, client } from "../../api/client";

/** One ticket as an open page. */
export const pageQuery = (ticket: string) => ({
  queryKey: ["page", ticket],
  queryFn: () => ask(client.GET("/api/tickets/{ticket}", { params: { path: { ticket } }, ...byItself })),
});
