"use client";
import { useMemo } from "react";
import { Button, Form } from "react-bootstrap";
import { updating } from "@/core/change/change";
import {
  type Category,
  classLabel,
  type MissingRule,
  type SchoolClass,
  schoolClassSchema,
} from "@/core/model/schoolClass";
import { currentPeriod, type Period, WHOLE_YEAR } from "@/core/model/term";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";
import { ChangePreview } from "./ChangePreview";

/** How the figures of one class are made; what a change would do stands below before it is kept. */
export function ClassSettings({ schoolClass, period }: { schoolClass: SchoolClass; period: Period }) {
  const { world, today } = useVine();
  const change = useChange();
  const { base, draft, set: setDraft } = useDraftOf(schoolClass);
  const set = (part: Partial<SchoolClass>) => setDraft({ ...draft, ...part });
  const next = useMemo(() => updating("classes", base, draft), [base, draft]);
  const classIds = useMemo(() => [draft.id], [draft.id]);
  const isWhole = schoolClassSchema.safeParse(draft).success && draft.categories.length > 0;
  const shownPeriod = period === WHOLE_YEAR ? period : (world.terms.get(period)?.id ?? currentPeriod(world, today));
  return (
    <Form
      className="d-grid gap-2"
      aria-label="Class settings"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole) void change(next, `The settings of ${classLabel(draft)} were changed.`);
      }}
    >
      <h2>Class settings</h2>
      <div className="two-fields">
        <Form.Group controlId="class-name">
          <Form.Label className="small mb-1">Class</Form.Label>
          <Form.Control size="sm" value={draft.name} onChange={(event) => set({ name: event.target.value })} />
        </Form.Group>
        <Form.Group controlId="class-block">
          <Form.Label className="small mb-1">Block</Form.Label>
          <Form.Control size="sm" value={draft.block} onChange={(event) => set({ block: event.target.value })} />
        </Form.Group>
      </div>
      <Form.Group controlId="class-method">
        <Form.Label className="small mb-1">The overall average is</Form.Label>
        <Form.Select
          size="sm"
          value={draft.method}
          onChange={(event) => set({ method: event.target.value as SchoolClass["method"] })}
        >
          <option value="points">all points together</option>
          <option value="weighted">categories by weight</option>
        </Form.Select>
      </Form.Group>
      <Categories draft={draft} onChange={(categories) => set({ categories })} />
      <MissingChoice rule={draft.missingRule} onChange={(missingRule) => set({ missingRule })} />
      <Form.Check
        id="class-blank"
        className="small"
        label="A blank past its due date is missing"
        checked={draft.blankAfterDueIsMissing}
        onChange={(event) => set({ blankAfterDueIsMissing: event.target.checked })}
      />
      <div className="two-fields">
        <Form.Group controlId="class-late">
          <Form.Label className="small mb-1">Late loses, in percent</Form.Label>
          <Form.Control
            size="sm"
            type="number"
            min={0}
            max={100}
            value={draft.lateDeduction}
            onChange={(event) => set({ lateDeduction: Number(event.target.value) })}
          />
        </Form.Group>
        <Form.Group controlId="class-decimals">
          <Form.Label className="small mb-1">Averages are shown</Form.Label>
          <Form.Select
            size="sm"
            value={draft.decimals}
            onChange={(event) => set({ decimals: Number(event.target.value) as SchoolClass["decimals"] })}
          >
            <option value={0}>whole: 86 %</option>
            <option value={1}>one decimal: 86.5 %</option>
            <option value={2}>two decimals: 86.49 %</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="class-scale">
          <Form.Label className="small mb-1">Grade scale</Form.Label>
          <Form.Select
            size="sm"
            value={draft.gradeScaleId}
            onChange={(event) => set({ gradeScaleId: event.target.value })}
          >
            <option value="">no letters</option>
            {[...world.gradeScales.values()].map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="class-year">
          <Form.Label className="small mb-1">The year is</Form.Label>
          <Form.Select
            size="sm"
            value={draft.year}
            onChange={(event) => set({ year: event.target.value as SchoolClass["year"] })}
          >
            <option value="mean of terms">the mean of the terms</option>
            <option value="pooled">all work together</option>
          </Form.Select>
        </Form.Group>
        {draft.year === "mean of terms" &&
          [...world.terms.values()].map(({ id, name }) => (
            <Form.Group key={id} controlId={`weight-${id}`}>
              <Form.Label className="small mb-1">{name} weighs</Form.Label>
              <Form.Control
                size="sm"
                type="number"
                min={0}
                step="any"
                value={draft.termWeights[id] ?? 1}
                onChange={(event) =>
                  set({ termWeights: { ...draft.termWeights, [id]: Math.max(0, Number(event.target.value)) } })
                }
              />
            </Form.Group>
          ))}
      </div>
      <ChangePreview change={next} period={shownPeriod} classIds={classIds} />
      <Button type="submit" size="sm" disabled={!isWhole}>
        Keep the settings
      </Button>
    </Form>
  );
}

function Categories({ draft, onChange }: { draft: SchoolClass; onChange: (categories: Category[]) => void }) {
  const { world, office } = useVine();
  const used = new Set(
    [...world.assignments.values()].flatMap(({ classId, categoryId }) => (classId === draft.id ? [categoryId] : [])),
  );
  const set = (place: number, part: Partial<Category>) =>
    onChange(draft.categories.map((one, at) => (at === place ? { ...one, ...part } : one)));
  const add = () =>
    onChange([
      ...draft.categories,
      {
        id: office.around.newId(),
        name: "New category",
        weight: 1,
        dropLowest: 0,
      },
    ]);
  return (
    <fieldset>
      <legend className="small mb-1">Categories</legend>
      <table className="table table-sm small mb-1">
        <thead>
          <tr>
            <th scope="col">Name</th>
            <th scope="col">Weight</th>
            <th scope="col">Drop lowest</th>
            <th scope="col">
              <span className="visually-hidden">Take away</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {draft.categories.map((category, place) => (
            <tr key={category.id}>
              <td>
                <Form.Control
                  size="sm"
                  aria-label={`Name of category ${place + 1}`}
                  value={category.name}
                  onChange={(event) => set(place, { name: event.target.value })}
                />
              </td>
              <td style={{ width: "4.6rem" }}>
                <Form.Control
                  size="sm"
                  type="number"
                  min={0}
                  step="any"
                  aria-label={`Weight of ${category.name}`}
                  value={category.weight}
                  onChange={(event) => set(place, { weight: Math.max(0, Number(event.target.value)) })}
                />
              </td>
              <td style={{ width: "4.2rem" }}>
                <Form.Control
                  size="sm"
                  type="number"
                  min={0}
                  aria-label={`Lowest scores of ${category.name} that are dropped`}
                  value={category.dropLowest}
                  onChange={(event) => set(place, { dropLowest: Math.max(0, Math.round(Number(event.target.value))) })}
                />
              </td>
              <td>
                <Button
                  size="sm"
                  variant="link"
                  disabled={used.has(category.id) || draft.categories.length === 1}
                  title={used.has(category.id) ? "There is work in this category" : undefined}
                  onClick={() => onChange(draft.categories.filter((one) => one !== category))}
                >
                  ×<span className="visually-hidden"> {category.name}</span>
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button size="sm" variant="outline-primary" onClick={add}>
        Add a category
      </Button>
    </fieldset>
  );
}

function MissingChoice({ rule, onChange }: { rule: MissingRule; onChange: (rule: MissingRule) => void }) {
  return (
    <div className="two-fields">
      <Form.Group controlId="class-missing">
        <Form.Label className="small mb-1">Missing work counts as</Form.Label>
        <Form.Select
          size="sm"
          value={rule.kind}
          onChange={(event) => {
            const kind = event.target.value as MissingRule["kind"];
            onChange(kind === "percent" ? { kind, percent: 50 } : { kind });
          }}
        >
          <option value="zero">zero</option>
          <option value="percent">a set percent</option>
          <option value="left out">nothing: it is left out</option>
        </Form.Select>
      </Form.Group>
      {rule.kind === "percent" && (
        <Form.Group controlId="class-missing-percent">
          <Form.Label className="small mb-1">Percent</Form.Label>
          <Form.Control
            size="sm"
            type="number"
            min={0}
            max={100}
            value={rule.percent}
            onChange={(event) => onChange({ kind: "percent", percent: Number(event.target.value) })}
          />
        </Form.Group>
      )}
    </div>
  );
}
