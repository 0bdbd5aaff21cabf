import { Button } from "../../ui/parts";
import { Field } from "./field";

export type Values = Record<string, unknown>;

/** What of JSON Schema the kinds of system use. */
export interface Schema {
  type: string;
  title?: string;
  description?: string;
  contentMediaType?: string;
  examples?: string[];
  format?: string;
  minItems?: number;
  properties?: Record<string, Schema>;
  items?: Schema;
}

export const asSchema = (schema: unknown) => schema as Schema | undefined;

/** Only what the schema names, and nothing that is empty. */
export function without(values: Values, schema: Schema | undefined): Values {
  const kept: Values = {};
  for (const [name, property] of Object.entries(schema?.properties ?? {})) {
    const value = values[name];
    if (value === undefined || value === "" || value === false) continue;
    kept[name] = Array.isArray(value) ? value.map((item) => without(item as Values, property.items)) : value;
  }
  return kept;
}

interface Props {
  schema: Schema;
  values: Values;
  change: (values: Values) => void;
}

/** The settings of a kind, drawn from what it says of them. */
export function SettingsFields({ schema, values, change }: Props) {
  return (
    <>
      {Object.entries(schema.properties ?? {}).map(([name, property]) => (
        <Setting
          key={name}
          schema={property}
          value={values[name]}
          change={(value) => change({ ...values, [name]: value })}
        />
      ))}
    </>
  );
}

interface SettingProps {
  schema: Schema;
  value: unknown;
  change: (value: unknown) => void;
}

function Setting({ schema, value, change }: SettingProps) {
  const label = schema.title ?? "";
  if (schema.type === "boolean")
    return (
      <label className="grid min-h-6 grid-cols-[auto_1fr] items-baseline gap-2">
        <input type="checkbox" checked={value === true} onChange={(e) => change(e.target.checked)} />
        <span>
          {label} <span className="text-muted text-xs">{schema.description}</span>
        </span>
      </label>
    );
  if (schema.type === "array" && schema.items)
    return (
      <Items schema={schema} item={schema.items} values={Array.isArray(value) ? value : []} change={change} />
    );
  return (
    <Field
      label={label}
      hint={schema.description}
      value={typeof value === "string" ? value : ""}
      change={change}
      long={schema.contentMediaType !== undefined}
      example={schema.examples?.[0]}
      exact
    />
  );
}

interface ItemsProps {
  schema: Schema;
  item: Schema;
  values: unknown[];
  change: (values: unknown[]) => void;
}

function Items({ schema, item, values, change }: ItemsProps) {
  const least = schema.minItems ?? 0;
  const shown = values.length < least ? [...values, ...Array(least - values.length).fill({})] : values;
  return (
    <fieldset className="grid gap-2">
      <legend>
        {schema.title} <span className="text-muted text-xs">{schema.description}</span>
      </legend>
      {shown.map((value, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: their order is what they are known by
        <div key={i} className="grid gap-2 rounded border border-rule bg-sheet p-2.5">
          <SettingsFields
            schema={item}
            values={(value ?? {}) as Values}
            change={(next) => change(shown.map((other, at) => (at === i ? next : other)))}
          />
          {shown.length > least && (
            <Button
              quiet
              className="justify-self-start"
              onClick={() => change(shown.filter((_, at) => at !== i))}
            >
              Take this one away
            </Button>
          )}
        </div>
      ))}
      <Button quiet className="justify-self-start" onClick={() => change([...shown, {}])}>
        Another one
      </Button>
    </fieldset>
  );
}
