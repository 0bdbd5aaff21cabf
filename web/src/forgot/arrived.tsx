import { useState } from "react";
import { ask, client, type LinkShown, type OwnPage } from "../api/client";
import { Big, Phone, Trouble } from "./parts";
import type { OwnPageInHand } from "./use-own-page";

interface ArrivedProps {
  organisation: string;
  token: string;
  own: OwnPageInHand;
  done: () => void;
}

/**
 * Where a link that was sent for a page is opened. Whatever merely follows addresses sees nothing: the token is sent
 * when somebody presses.
 */
export function Arrived({ organisation, token, own, done }: ArrivedProps) {
  const [shown, setShown] = useState<LinkShown>();
  const press = () =>
    own.act(async () => {
      setShown(await ask(client.POST("/api/own/link/press", { body: { token } })));
      return undefined;
    });
  const answer = (choice: string) =>
    own.act(async (): Promise<OwnPage> => {
      const page = await ask(client.POST("/api/own/link", { body: { token, choice } }));
      done();
      return page;
    });
  return (
    <Phone
      organisation={organisation}
      title={shown ? shown.title : "A link from the service desk"}
      lead={shown ? undefined : "Press to see what it is for. It works once; send it to nobody."}
    >
      {shown?.says.map((words) => (
        <p key={words} className="px-5 pb-4">
          {words}
        </p>
      ))}
      <Trouble words={own.trouble} />
      <div className="grid gap-3 px-5 pt-2">
        {shown ? (
          shown.choices.map((choice) => (
            <Big
              key={choice.id}
              look={choice.grave ? "grave" : "go"}
              disabled={own.busy}
              onClick={() => answer(choice.id)}
            >
              {choice.words}
            </Big>
          ))
        ) : (
          <Big disabled={own.busy} onClick={press}>
            Show it
          </Big>
        )}
      </div>
    </Phone>
  );
}
