import { ask, client } from "../api/client";
import { Big, Phone, Trouble } from "../forgot/parts";
import type { OwnPageInHand } from "../forgot/use-own-page";
import type { NewProps } from "./new-props";
import { makePasskey } from "./passkey";

/** Something that this browser makes when it is pressed. */
export function NewPasskey({ page, name, own, setUp, done }: NewProps & { own: OwnPageInHand }) {
  const make = () =>
    own.act(async () => {
      const typed = await makePasskey(setUp.browserMakes ?? "");
      const said = await ask(
        client.POST("/api/own/proofs/{proof}/confirm", {
          params: { path: { proof: setUp.id } },
          body: { typed },
        }),
      );
      if (said.right) done("Your passkey is added. You are told so wherever we reach you.");
      else own.setTrouble("That did not work. Try again, or leave it.");
      return undefined;
    });
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title="Add a passkey"
      lead="This device keeps it, and asks for your finger, your face or its own code each time. It works on this site only, so nobody can have it read out to them."
      foot="What leaves the device is a signature. Your finger and your face never do."
    >
      <Trouble words={own.trouble} />
      <div className="grid gap-3 px-5">
        <Big disabled={own.busy} onClick={make}>
          Make it on this device
        </Big>
        <Big look="quiet" onClick={() => done("")}>
          Leave it
        </Big>
      </div>
    </Phone>
  );
}
