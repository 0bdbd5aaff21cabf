/** Passkeys, as browsers make and use them (WebAuthn level 3); options come from the server as JSON. */

const LEFT = "Nothing was used. Try again, or take another way.";

/** Whether this browser can at all. */
export const knowsPasskeys = () =>
  typeof PublicKeyCredential === "function" &&
  typeof PublicKeyCredential.parseCreationOptionsFromJSON === "function";

async function given(ask: () => Promise<Credential | null>): Promise<string> {
  if (!knowsPasskeys())
    throw new Error("This browser knows no passkeys. Take another way, or another browser.");
  let credential: Credential | null;
  try {
    credential = await ask();
  } catch (cause) {
    // Whoever leaves the browser's question, and whoever waits too long.
    throw new Error(LEFT, { cause });
  }
  if (!credential) throw new Error(LEFT);
  return JSON.stringify((credential as PublicKeyCredential).toJSON());
}

/** Has the browser make one; gives what is sent. */
export const makePasskey = (options: string) =>
  given(() =>
    navigator.credentials.create({
      publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(JSON.parse(options)),
    }),
  );

/** Has the browser use one; gives what is sent. */
export const passkeyFor = (options: string) =>
  given(() =>
    navigator.credentials.get({
      publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(JSON.parse(options)),
    }),
  );
