"use client";
import { EditorContent } from "@tiptap/react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { removing } from "@/core/change/change";
import { isRightToLeft, writtenLanguage } from "@/core/language/languageTag";
import { PRODUCT_TAGS } from "@/core/language/productTags";
import { fieldKey } from "@/core/letter/fields/fieldKey";
import { type PageDesign, type PageWords, pageBodySchema } from "@/core/model/pageDesign";
import { fullName } from "@/core/model/student";
import { currentPeriod } from "@/core/model/term";
import { PAGE_FIELD_WORDS, PAGE_FIELDS } from "@/core/report/pageFields";
import { languageName } from "@/core/selection/conditions/languageName";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { ChosenField } from "@/ui/note/letter/ChosenField";
import { FieldTray } from "@/ui/note/letter/FieldTray";
import { LetterTools } from "@/ui/note/letter/LetterTools";
import { ShownLetterContext } from "@/ui/note/letter/LiveBlock";
import { WrittenElsewhere } from "@/ui/note/letter/WrittenElsewhere";
import { useAnswer } from "@/ui/shared/useAnswer";
import { useChange } from "@/ui/shared/useChange";
import { usePaper } from "@/ui/shared/usePaper";
import { useVine } from "@/ui/shared/VineContext";
import type { LetterView } from "@/workers/engine/shownLetter";
import { PaperView } from "../PaperView";
import { Stepping } from "../Stepping";
import { ChosenPageBlock } from "./ChosenPageBlock";
import { PageLookPart } from "./PageLookPart";
import { PAGE_BLOCKS } from "./pageBlocks";
import { PAGE_EXTENSIONS } from "./pageExtensions";
import { pagePartsOf } from "./pagePartsOf";
import { useDesignEditing } from "./useDesignEditing";
import { usePageEditors } from "./usePageEditors";

/** One design of the teacher's own: the page as it is written, and beside it as it is for a student. */
export function DesignScreen({ designId }: { designId: string }) {
  const { world } = useVine();
  const design = world.pageDesigns.get(designId);
  if (!design)
    return (
      <NotHere
        head="Design"
        title="This design is not here"
        words="It may have been deleted, or it was made in another browser. Choose Reports in the gradebook for those that are here."
      />
    );
  return <DesignWorkspace key={design.id} initial={design} />;
}

function DesignWorkspace({ initial }: { initial: PageDesign }) {
  const { world, today } = useVine();
  const { design, isKept, change } = useDesignEditing(initial);
  const [language, setLanguage] = useState(initial.language);
  const [place, setPlace] = useState(0);
  const [paper, setPaper] = useState(usePaper());
  const makeChange = useChange();
  const router = useRouter();
  const period = currentPeriod(world, today);
  const about = useMemo(
    () =>
      [...world.classes.values()].flatMap(({ id: classId, studentIds }) =>
        studentIds.map((studentId) => ({ studentId, classId })),
      ),
    [world.classes],
  );
  const shown = about[Math.min(place, about.length - 1)];
  const words: PageWords = design.variants.find((one) => one.language === language) ?? design;
  const changeWords = (part: Partial<PageWords>) =>
    change(
      words === design
        ? part
        : { variants: design.variants.map((one) => (one.language === language ? { ...one, ...part } : one)) },
    );
  const student = shown && world.students.get(shown.studentId);
  const [draft] =
    useAnswer(
      async (engine) =>
        shown
          ? engine.reports(
              { choice: { design: initial.id, paper }, classIds: [...world.classes.keys()], period, language },
              [`${shown.classId}/${shown.studentId}`],
            )
          : [],
      [initial.id, paper, shown, period, language],
    ) ?? [];
  const remove = async () => {
    if (await makeChange(removing("pageDesigns", [initial]), `The design “${design.name}” was deleted.`))
      router.push("/gradebook/reports");
  };
  return (
    <>
      <Head
        title="Design"
        about={
          <div className="head-tools is-below">
            <Form.Control
              size="sm"
              aria-label="Name of this design"
              value={design.name}
              maxLength={300}
              onChange={(event) => event.target.value && change({ name: event.target.value })}
            />
            <LanguagePicker design={design} language={language} onLanguage={setLanguage} onChange={change} />
            <span className="small" role="status">
              {isKept ? "Kept" : "Keeping …"}
            </span>
          </div>
        }
      >
        <Button variant="link" onClick={remove}>
          Delete it
        </Button>
        <Link className="btn btn-primary" href="/gradebook/reports">
          To the reports
        </Link>
      </Head>
      <div className="screen-body is-fixed">
        <div className="workspace is-design">
          <Writing
            key={language}
            design={design}
            words={words}
            onWords={changeWords}
            onDesign={change}
            about={shown}
            period={period}
          />
          <section className="workspace-part" aria-label="The page as it is for a student">
            <div className="d-flex flex-wrap gap-2 align-items-center small">
              <Stepping place={place} count={about.length} onPlace={setPlace} />
              <span data-private>{student ? fullName(student) : "Nobody is in a class yet."}</span>
              <Form.Select
                size="sm"
                className="w-auto ms-auto"
                aria-label="Paper"
                value={paper}
                onChange={(event) => setPaper(event.target.value === "a4" ? "a4" : "us-letter")}
              >
                <option value="a4">A4</option>
                <option value="us-letter">Letter</option>
              </Form.Select>
            </div>
            {draft && <PaperView draft={draft} />}
          </section>
        </div>
      </div>
    </>
  );
}

interface WritingProps {
  readonly design: PageDesign;
  readonly words: PageWords;
  readonly onWords: (part: Partial<PageWords>) => void;
  readonly onDesign: (part: Partial<PageDesign>) => void;
  readonly about: { readonly studentId: string; readonly classId: string } | undefined;
  readonly period: string;
}

const LARGE_LINE = { words: "Large line", content: { type: "largeLine", attrs: { size: 2 } } };
const COLUMNS = {
  words: "Columns",
  content: { type: "columns", attrs: { count: 2 }, content: [{ type: "paragraph" }] },
};
const MORE_BLOCKS = [
  ...Object.entries(PAGE_BLOCKS).map(([type, { words }]) => ({ words, content: { type } })),
  LARGE_LINE,
  COLUMNS,
];

/** The words of a page in one language, with what can be placed in them. */
function Writing({ design, words, onWords, onDesign, about, period }: WritingProps) {
  const editors = usePageEditors(words, onWords);
  const paper = useRef<HTMLDivElement>(null);
  const parts = JSON.stringify(pagePartsOf(words));
  const made = useAnswer(
    async (engine) => (about ? engine.page(about, period, JSON.parse(parts)) : undefined),
    [about, period, parts],
  );
  const letter = useMemo(
    (): LetterView | undefined =>
      made && { ...made, fields: [...made.fields, ...PAGE_ONLY], placed: { ...made.placed, ...PAGE_ONLY_PLACED } },
    [made],
  );
  if (!editors || !letter) return null;
  const direction = isRightToLeft(words.language) ? "rtl" : undefined;
  return (
    <ShownLetterContext value={letter}>
      <aside className="workspace-part" aria-label="What stands in it">
        <ChosenPageBlock editor={editors.body} />
        <PageLookPart design={design} onChange={onDesign} />
        <FieldTray editors={editors} letter={letter} into="page" more={MORE_BLOCKS} />
      </aside>
      <section className="workspace-part is-letter" aria-label="The page as it is written">
        <div className="letter-bars">
          <LetterTools body={editors.body}>
            <WrittenElsewhere
              editor={editors.body}
              extensions={PAGE_EXTENSIONS}
              schema={pageBodySchema}
              letter={letter}
              into="page"
            />
          </LetterTools>
        </div>
        <div className="page-line small" lang={words.language} dir={direction}>
          <span className="quiet">Head</span>
          <EditorContent className="letter-editor" editor={editors.head} />
        </div>
        <div ref={paper} className="letter-paper" lang={words.language} dir={direction}>
          <EditorContent className="letter-body letter-editor" editor={editors.body} />
          <ChosenField editor={editors.body} letter={letter} within={paper} />
        </div>
        <div className="page-line small" lang={words.language} dir={direction}>
          <span className="quiet">Foot</span>
          <EditorContent className="letter-editor" editor={editors.foot} />
        </div>
        <div className="page-line small" lang={words.language} dir={direction}>
          <span className="quiet">File</span>
          <EditorContent className="letter-editor" editor={editors.fileName} />
        </div>
      </section>
    </ShownLetterContext>
  );
}

/** What only the lines at head and foot can hold: its value is known when pages are laid out. */
const PAGE_ONLY = Object.entries(PAGE_FIELD_WORDS).map(([id, label]) => ({
  id,
  group: "Page",
  label,
  kind: "text" as const,
  value: "",
}));

/** How they look where they are placed. */
const PAGE_ONLY_PLACED = Object.fromEntries(
  Object.entries({ [PAGE_FIELDS.number]: "1", [PAGE_FIELDS.count]: "1", [PAGE_FIELDS.space]: "↔" }).map(
    ([field, shown]) => [fieldKey({ field, format: "", upperFirst: false }), shown],
  ),
);

interface LanguagePickerProps {
  readonly design: PageDesign;
  readonly language: string;
  readonly onLanguage: (language: string) => void;
  readonly onChange: (part: Partial<PageDesign>) => void;
}

/** In which language the words of the page are written; a new one begins with those of the design's own. */
function LanguagePicker({ design, language, onLanguage, onChange }: LanguagePickerProps) {
  const spoken = [design.language, ...design.variants.map((one) => one.language)];
  const choose = (chosen: string) => {
    if (!spoken.includes(chosen)) {
      const { head, foot, fileName, body } = design;
      onChange({ variants: [...design.variants, { language: chosen, head, foot, fileName, body }] });
    }
    onLanguage(chosen);
  };
  const offered = PRODUCT_TAGS.filter((one) => !spoken.some((known) => writtenLanguage(known) === one));
  return (
    <label className="small text-nowrap">
      Words in{" "}
      <select className="grid-pick" value={language} onChange={(event) => choose(event.target.value)}>
        {spoken.map((one) => (
          <option key={one} value={one}>
            {languageName(one)}
          </option>
        ))}
        {offered.length > 0 && (
          <optgroup label="One more language">
            {offered.map((one) => (
              <option key={one} value={one}>
                {languageName(one)}
              </option>
            ))}
          </optgroup>
        )}
      </select>
    </label>
  );
}
