"use client";
import type { Editor } from "@tiptap/react";
import { useEditorState } from "@tiptap/react";
import { X } from "lucide-react";
import type { RefObject } from "react";
import { Button, Form } from "react-bootstrap";
import { USUAL_DETAILS } from "@/core/letter/blockModel";
import { FIELD_FORMATS } from "@/core/letter/fieldValue";
import { MISSING_DETAILS, type MissingDetail } from "@/core/model/letterBody";
import { shownCategories } from "@/core/model/shownCategories";
import { useTitles } from "@/ui/shared/useTitles";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterView } from "@/workers/engine/shownLetter";
import { AtCaret, putDown } from "./AtCaret";
import { BLOCK_WORDS } from "./LiveBlock";
import { setChosen } from "./setChosen";

const MOST_DAYS = 366;

interface ChosenFieldProps {
  readonly editor: Editor;
  readonly letter: LetterView;
  /** The paper that it stands on. */
  readonly within: RefObject<HTMLElement | null>;
}

/** The field or block that is chosen in an editor: how it is written, and what stands in when there is nothing. */
export function ChosenField({ editor, letter, within }: ChosenFieldProps) {
  const chosen = useEditorState({
    editor,
    selector: ({ editor: current }) => {
      const { selection } = current.state;
      const node =
        "node" in selection
          ? (selection.node as { type: { name: string }; attrs: Record<string, unknown> })
          : undefined;
      return node && { type: node.type.name, attrs: node.attrs };
    },
  });
  const isField = chosen?.type === "field";
  const attribute = isField ? "fallback" : "whenNothing";
  const isBlock = chosen !== undefined && (chosen.type in BLOCK_WORDS || chosen.type === "picture");
  if (!chosen || !(isField || isBlock)) return null;
  if (chosen.attrs[attribute] === undefined && !["averagesTable", "picture"].includes(chosen.type)) return null;
  const field = letter.fields.find(({ id }) => id === chosen.attrs.field);
  const set = (attributes: Record<string, unknown>) => setChosen(editor, attributes);
  const formats = isField && field ? FIELD_FORMATS[field.kind] : [];
  return (
    <AtCaret editor={editor} within={within}>
      <h2>
        {isField ? (field?.label ?? "Field") : (BLOCK_WORDS[chosen.type as keyof typeof BLOCK_WORDS] ?? "Picture")}
      </h2>
      {formats.length > 1 && (
        <Form.Group controlId="field-format" className="mt-2">
          <Form.Label className="small mb-1">Written as</Form.Label>
          <Form.Select
            size="sm"
            value={String(chosen.attrs.format)}
            onChange={(event) => set({ format: event.target.value })}
          >
            {formats.map(({ id, words }) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {isField && (
        <Form.Check
          id="field-upper-first"
          className="small mt-2"
          label="Begin with a capital"
          checked={chosen.attrs.upperFirst === true}
          onChange={(event) => set({ upperFirst: event.target.checked })}
        />
      )}
      {chosen.attrs.days !== undefined && (
        <Form.Group controlId="block-days" className="mt-2">
          <Form.Label className="small mb-1">
            {chosen.type === "classLog" || chosen.type === "newScores"
              ? "Of how many of the last days"
              : "For how many days to come"}
          </Form.Label>
          <Form.Control
            size="sm"
            type="number"
            min={1}
            max={MOST_DAYS}
            value={Number(chosen.attrs.days)}
            onChange={(event) =>
              set({ days: Math.min(MOST_DAYS, Math.max(1, Math.round(Number(event.target.value)))) })
            }
          />
        </Form.Group>
      )}
      {chosen.type === "picture" && <PictureSetting attrs={chosen.attrs} onChange={set} />}
      {chosen.type === "averagesTable" && <AveragesSetting attrs={chosen.attrs} onChange={set} />}
      {chosen.type === "assignmentScore" && <AssignmentSetting attrs={chosen.attrs} onChange={set} />}
      {chosen.type === "missingWork" && <MissingSetting attrs={chosen.attrs} onChange={set} />}
      {chosen.attrs[attribute] !== undefined && (
        <Form.Group controlId="stands-in" className="mt-2">
          <Form.Label className="small mb-1">
            {isField ? "When there is no value, write" : "When there is nothing, write"}
          </Form.Label>
          <Form.Control
            size="sm"
            value={String(chosen.attrs[attribute] ?? "")}
            onChange={(event) => set({ [attribute]: event.target.value })}
          />
        </Form.Group>
      )}
      <div className="d-flex justify-content-between mt-1">
        <Button size="sm" variant="link" onClick={() => editor.chain().focus().deleteSelection().run()}>
          Take it out
        </Button>
        <Button size="sm" variant="link" onClick={() => putDown(editor)}>
          Done
        </Button>
      </div>
    </AtCaret>
  );
}

interface SettingProps {
  readonly attrs: Record<string, unknown>;
  readonly onChange: (attributes: Record<string, unknown>) => void;
}

/** Which categories a table of averages lists. */
function AveragesSetting({ attrs, onChange }: SettingProps) {
  const { world } = useVine();
  const names = [
    ...new Set([...world.classes.values()].flatMap((one) => shownCategories(one, world).map(({ name }) => name))),
  ];
  const leftOut = (attrs.leftOut as readonly string[] | undefined) ?? [];
  return (
    <fieldset className="mt-2 small">
      <legend className="small mb-1">Lists</legend>
      {names.map((name) => (
        <Form.Check
          key={name}
          id={`lists-${name}`}
          label={name}
          checked={!leftOut.includes(name)}
          onChange={(event) =>
            onChange({ leftOut: event.target.checked ? leftOut.filter((one) => one !== name) : [...leftOut, name] })
          }
        />
      ))}
      <Form.Check
        id="lists-overall"
        label="the overall average"
        checked={attrs.withOverall !== false}
        onChange={(event) => onChange({ withOverall: event.target.checked })}
      />
    </fieldset>
  );
}

const DETAIL_WORDS: Record<MissingDetail, string> = {
  category: "category",
  due: "due date",
  overdue: "days overdue",
  points: "points possible",
};

/** Whether missing work is a list or a table, and what is said of each assignment. */
function MissingSetting({ attrs, onChange }: SettingProps) {
  const details = (attrs.details as readonly MissingDetail[] | undefined) ?? USUAL_DETAILS;
  return (
    <fieldset className="mt-2 small">
      <legend className="visually-hidden">How missing work is shown</legend>
      <Form.Select
        size="sm"
        aria-label="As a list or a table"
        value={String(attrs.as ?? "list")}
        onChange={(event) => onChange({ as: event.target.value })}
      >
        <option value="list">as a list</option>
        <option value="table">as a table</option>
      </Form.Select>
      {MISSING_DETAILS.map((detail) => (
        <Form.Check
          key={detail}
          id={`detail-${detail}`}
          className="mt-1"
          label={`with the ${DETAIL_WORDS[detail]}`}
          checked={details.includes(detail)}
          onChange={(event) =>
            onChange({
              details: MISSING_DETAILS.filter((one) => (one === detail ? event.target.checked : details.includes(one))),
            })
          }
        />
      ))}
      <OnlyAssignments attrs={attrs} onChange={onChange} />
    </fieldset>
  );
}

const WIDTHS = [
  { width: 120, words: "small" },
  { width: 300, words: "half a letter" },
  { width: 560, words: "as wide as the letter" },
];

/** What a picture shows, in words, and how wide it is. */
function PictureSetting({ attrs, onChange }: SettingProps) {
  const width = Number(attrs.width);
  const nearest = WIDTHS.reduce(
    (best, one) => (Math.abs(one.width - width) < Math.abs(best - width) ? one.width : best),
    300,
  );
  return (
    <div className="d-grid gap-2 mt-2">
      <Form.Group controlId="picture-alt">
        <Form.Label className="small mb-1">What it shows, for who can’t see it</Form.Label>
        <Form.Control
          size="sm"
          maxLength={300}
          value={String(attrs.alt ?? "")}
          onChange={(event) => onChange({ alt: event.target.value })}
        />
      </Form.Group>
      <Form.Select
        size="sm"
        aria-label="How wide it is"
        value={nearest}
        onChange={(event) => onChange({ width: Number(event.target.value) })}
      >
        {WIDTHS.map(({ width: one, words }) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}

/** The assignments that a list of missing work keeps to. */
function OnlyAssignments({ attrs, onChange }: SettingProps) {
  const titles = useTitles();
  const assignments = (attrs.assignments as readonly string[] | undefined) ?? [];
  return (
    <div className="mt-2">
      {assignments.length > 0 && <span>Only of</span>}
      <ul className="list-unstyled mb-1">
        {assignments.map((assignment) => (
          <li key={assignment} className="d-flex justify-content-between">
            <span>{titles.includes(assignment) ? assignment : `${assignment} (not there any more)`}</span>
            <button
              type="button"
              className="row-action"
              aria-label={`Leave out ${assignment}`}
              onClick={() => onChange({ assignments: assignments.filter((one) => one !== assignment) })}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Form.Select
        size="sm"
        aria-label="Only of an assignment"
        value=""
        onChange={(event) => onChange({ assignments: [...assignments, event.target.value] })}
      >
        <option value="">{assignments.length > 0 ? "and of …" : "of all assignments of the term"}</option>
        {titles
          .filter((title) => !assignments.includes(title))
          .map((title) => (
            <option key={title}>{title}</option>
          ))}
      </Form.Select>
    </div>
  );
}

/** Which assignment a score is of. */
function AssignmentSetting({ attrs, onChange }: SettingProps) {
  const titles = useTitles();
  const assignment = String(attrs.assignment ?? "");
  return (
    <>
      <Form.Select
        size="sm"
        className="mt-2"
        aria-label="Which assignment"
        value={assignment}
        onChange={(event) => onChange({ assignment: event.target.value })}
      >
        {!titles.includes(assignment) && (
          <option value={assignment}>{assignment ? `${assignment} (not there any more)` : "choose …"}</option>
        )}
        {titles.map((title) => (
          <option key={title}>{title}</option>
        ))}
      </Form.Select>
      <Form.Check
        id="with-views"
        className="small mt-2"
        label="With the student’s own view and that of others"
        checked={attrs.withViews === true}
        onChange={(event) => onChange({ withViews: event.target.checked || undefined })}
      />
    </>
  );
}
