"use client";
import { useMemo, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, updating } from "@/core/change/change";
import { EXAMPLE_SCALES } from "@/core/model/exampleScales";
import { type GradeScale, gradeScaleSchema } from "@/core/model/gradeScale";
import { currentPeriod } from "@/core/model/term";
import { ChangePreview } from "@/ui/gradebook/ChangePreview";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";

/** The grade scales of all classes; a change shows beforehand whose letter it changes. */
export function ScalesSheet() {
  const { world, office } = useVine();
  const change = useChange();
  const scales = [...world.gradeScales.values()];
  const [openId, setOpenId] = useState<string>();
  const open = scales.find(({ id }) => id === openId);
  const addExample = async (example: GradeScale) => {
    const id = office.around.newId();
    if (await change(adding("gradeScales", [{ ...example, id }]), `“${example.name}” was added.`)) setOpenId(id);
  };
  return (
    <section className="sheet" aria-labelledby="scales">
      <h2 id="scales">Grade scales</h2>
      <ul className="lines">
        {scales.map((scale) => (
          <li key={scale.id}>
            <span className="line-main">
              {scale.name}
              <span className="quiet small"> {scale.bands.map(({ label }) => label).join(", ")}</span>
            </span>
            <Button
              size="sm"
              variant="outline-primary"
              aria-expanded={scale.id === openId}
              onClick={() => setOpenId(scale.id === openId ? undefined : scale.id)}
            >
              {scale.id === openId ? "Close" : "Change"}
              <span className="visually-hidden"> {scale.name}</span>
            </Button>
          </li>
        ))}
      </ul>
      {open && <ScaleEditor key={open.id} scale={open} />}
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label="Add a scale from an example"
        value=""
        onChange={(event) => {
          const example = EXAMPLE_SCALES.find(({ id }) => id === event.target.value);
          if (example) void addExample(example);
        }}
      >
        <option value="" disabled>
          Add one from an example …
        </option>
        {EXAMPLE_SCALES.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Form.Select>
    </section>
  );
}

function ScaleEditor({ scale }: { scale: GradeScale }) {
  const { world, today } = useVine();
  const change = useChange();
  const { base, draft, set: setDraft } = useDraftOf(scale);
  const period = currentPeriod(world, today);
  const next = useMemo(() => {
    const bands = [...draft.bands].sort((a, b) => b.from - a.from);
    return updating("gradeScales", base, { ...draft, bands });
  }, [base, draft]);
  const classIds = useMemo(
    () => [...world.classes.values()].flatMap(({ id, gradeScaleId }) => (gradeScaleId === draft.id ? [id] : [])),
    [world.classes, draft.id],
  );
  const setBand = (place: number, part: Partial<GradeScale["bands"][number]>) =>
    setDraft({ ...draft, bands: draft.bands.map((band, at) => (at === place ? { ...band, ...part } : band)) });
  const isWhole = gradeScaleSchema.safeParse(draft).success && draft.bands.every(({ label }) => label.trim() !== "");
  return (
    <Form
      className="d-grid gap-2 mb-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole) void change(next, `The grade scale “${draft.name}” was changed.`);
      }}
    >
      <Form.Control
        size="sm"
        aria-label="Name of the scale"
        value={draft.name}
        onChange={(event) => setDraft({ ...draft, name: event.target.value })}
      />
      {draft.bands.map((band, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a band is its place while it is typed
        <div key={place} className="d-flex gap-2 align-items-center">
          <span className="quiet small">from</span>
          <Form.Control
            size="sm"
            type="number"
            step="any"
            style={{ width: "5.5rem" }}
            aria-label={`Lowest percent of ${band.label}`}
            value={band.from}
            onChange={(event) => setBand(place, { from: Number(event.target.value) })}
          />
          <span className="quiet small">%</span>
          <Form.Control
            size="sm"
            aria-label={`Letter from ${band.from} percent`}
            value={band.label}
            onChange={(event) => setBand(place, { label: event.target.value })}
          />
          <Button
            size="sm"
            variant="link"
            disabled={draft.bands.length === 1}
            onClick={() => setDraft({ ...draft, bands: draft.bands.filter((_one, at) => at !== place) })}
          >
            ×<span className="visually-hidden"> {band.label}</span>
          </Button>
        </div>
      ))}
      <div className="d-flex gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => setDraft({ ...draft, bands: [...draft.bands, { from: 0, label: "New" }] })}
        >
          Add a band
        </Button>
        <Button size="sm" type="submit" disabled={!isWhole}>
          Keep the scale
        </Button>
      </div>
      <ChangePreview change={next} period={period} classIds={classIds} />
    </Form>
  );
}
