import { Big, Phone } from "../forgot/parts";
import type { NewProps } from "./new-props";

export const PAPER = {
  title: "Your recovery codes",
  lead: "Write them down or print them, and keep them where you would keep a passport. Each is good once.",
  foot: "They are shown this once. Codes that you had before are good for nothing any more.",
  list: "Recovery codes",
  have: "I have them on paper",
  done: "Your recovery codes are set up. You are told so wherever we reach you.",
};

export const QUIET = {
  title: "Your quiet words",
  lead: "If somebody forces you to call or to write to us, say these two words in the place of an answer, or in any line of a chat. We see it, and go on as if nothing was. Nothing of yours is changed then.",
  foot: "They are shown this once. Learn them by heart: do not keep them where somebody else looks.",
  list: "Quiet words",
  have: "I know them by heart",
  done: "Your quiet words are set up. You are told so wherever we reach you.",
};

/** What is shown once: codes for paper, or words for the memory. */
export function NewLines({ page, name, setUp, words, done }: NewProps & { words: typeof PAPER }) {
  return (
    <Phone
      organisation={page.organisation}
      name={name}
      title={words.title}
      lead={words.lead}
      foot={words.foot}
    >
      <ol aria-label={words.list} className="num mb-5 border-rule border-t text-[19px]">
        {setUp.lines.map((line, i) => (
          <li key={line} className="grid grid-cols-[34px_1fr] border-hair border-b px-5 py-2">
            <span className="text-muted">{setUp.lines.length > 1 ? i + 1 : ""}</span>
            {line}
          </li>
        ))}
      </ol>
      <div className="grid gap-3 px-5 print:hidden">
        {setUp.lines.length > 1 && (
          <Big look="quiet" onClick={() => window.print()}>
            Print them
          </Big>
        )}
        <Big onClick={() => done(words.done)}>{words.have}</Big>
      </div>
    </Phone>
  );
}
