import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ask, client, Problem, type SystemKindShown, type SystemSetUp } from "../../api/client";
import { Button } from "../../ui/parts";
import { Field } from "./field";
import { PasswordRules } from "./password-rules";
import { asSchema, SettingsFields, type Values, without } from "./settings-fields";

interface Props {
  /** Not there for a new one. */
  system: SystemSetUp | undefined;
  systems: SystemSetUp[];
  kinds: SystemKindShown[];
  done: (id?: string) => void;
}

const idOf = (name: string) =>
  name
    .toLowerCase()
    .normalize("NFKD")
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "")
    .slice(0, 40);

/** Everything that a system is set up with. The credential goes in here and is never shown again. */
export function ChangeSystem({ system, systems, kinds, done }: Props) {
  const queries = useQueryClient();
  const [based] = useState(system);
  const [kind, setKind] = useState(based ? (based.kind ?? "") : (kinds[0]?.id ?? ""));
  const [name, setName] = useState(based?.name ?? "");
  const [whoHelps, setWhoHelps] = useState(based?.whoHelps ?? "");
  const [follows, setFollows] = useState(based?.follows ?? "");
  const [settings, setSettings] = useState<Values>((based?.settings ?? {}) as Values);
  const [rules, setRules] = useState<Values>((based?.passwordRules ?? { styles: ["copied"] }) as Values);
  const [credential, setCredential] = useState("");
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const schema = asSchema(kinds.find((one) => one.id === kind)?.settings);
  const id = based?.id ?? idOf(name);
  const taken = !based && systems.some((one) => one.id === id);
  const save = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setTrouble("");
    try {
      await ask(
        client.PUT("/api/systems/{system}", {
          params: { path: { system: id } },
          body: {
            name: name.trim(),
            whoHelps: whoHelps.trim(),
            position: based?.position ?? Math.max(0, ...systems.map((one) => one.position)) + 1,
            settings: kind ? without(settings, schema) : {},
            passwordRules: rules,
            basedOn: based?.version ?? 0,
            ...(kind ? { kind } : {}),
            ...(!kind && follows ? { follows } : {}),
            ...(credential ? { credential } : {}),
          },
        }),
      );
      await queries.invalidateQueries({ queryKey: ["systems"] });
      done(id);
    } catch (problem) {
      setTrouble(problem instanceof Problem ? problem.message : "That did not work. Try again.");
    } finally {
      setBusy(false);
    }
  };
  return (
    <form onSubmit={save} className="grid max-w-2xl gap-3" aria-label="Change the system">
      <h2 className="font-semibold font-serif text-xl">{based?.name ?? "A new system"}</h2>
      <Field label="Name" value={name} change={setName} />
      <Field
        label="Who helps"
        hint="Where this desk cannot: a person or an office, and how they are reached."
        value={whoHelps}
        change={setWhoHelps}
      />
      <label className="grid gap-1">
        What it is
        <select className="field" value={kind} onChange={(e) => setKind(e.target.value)}>
          {kinds.map((one) => (
            <option key={one.id} value={one.id}>
              {one.words}
            </option>
          ))}
          <option value="">one that follows another, or is reached by no program</option>
        </select>
      </label>
      {!kind && (
        <label className="grid gap-1">
          Takes its passwords from
          <select className="field" value={follows} onChange={(e) => setFollows(e.target.value)}>
            <option value="">nothing: no program reaches it</option>
            {systems
              .filter((one) => one.kind && one.id !== id)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        </label>
      )}
      {schema && <SettingsFields schema={schema} values={settings} change={setSettings} />}
      {kind && (
        <>
          <label className="grid gap-1">
            Credential
            <input
              className="field num"
              type="password"
              autoComplete="new-password"
              maxLength={1000}
              placeholder={based?.hasCredential ? "kept as it is" : ""}
              value={credential}
              onChange={(e) => setCredential(e.target.value)}
            />
            <small className="text-muted text-xs">
              It goes in here and is never shown again.
              {based?.hasCredential
                ? " When the address, the certificate or as whom it signs in changes, it has to be given again."
                : ""}
            </small>
          </label>
          <PasswordRules rules={rules} change={setRules} />
        </>
      )}
      {taken && <p className="text-wait">There is a system of that name already.</p>}
      {trouble && (
        <p role="alert" className="rounded-[3px] bg-stop-wash px-2.5 py-1.5 font-semibold text-stop">
          {trouble}
        </p>
      )}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || !name.trim() || !whoHelps.trim() || !id || taken}>
          {based ? "Save it" : "Add it"}
        </Button>
        <Button quiet onClick={() => done()}>
          Leave it as it was
        </Button>
      </div>
      <p className="text-muted">It is in force at once. Test it afterwards.</p>
    </form>
  );
}
