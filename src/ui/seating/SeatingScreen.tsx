"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing } from "@/core/change/change";
import type { SeatingPlan } from "@/core/model/seatingPlan";
import { newRoom, ROOM_SHAPES, type RoomShape } from "@/core/seating/newRoom";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { BeginChoices } from "@/ui/shared/BeginChoices";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { EmptyState } from "@/ui/shared/EmptyState";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { SeatingWorkspace } from "./SeatingWorkspace";

/** Where the students of a class sit: several plans for each class. */
export function SeatingScreen() {
  const { world } = useVine();
  const [chosenClass, setChosenClass] = useState<string>();
  const [chosenPlan, setChosenPlan] = useState<string>();
  const [adds, setAdds] = useState(false);
  const change = useChange();
  const classes = [...world.classes.values()];
  const schoolClass = classes.find(({ id }) => id === chosenClass) ?? classes[0];
  if (!schoolClass)
    return (
      <>
        <Head title="Seating" />
        <div className="screen-body">
          <EmptyState
            title="No class yet"
            words="A plan says where the students of a class sit. Bring in your roster first."
          >
            <BeginChoices />
          </EmptyState>
        </div>
      </>
    );
  const plans = [...world.seatingPlans.values()].filter(({ classId }) => classId === schoolClass.id);
  const plan = plans.find(({ id }) => id === chosenPlan) ?? plans[0];
  const added = (id: string) => {
    setChosenPlan(id);
    setAdds(false);
  };
  return (
    <>
      <Head title="Seating" about={plan && `${counted(Object.keys(plan.seats).length, "seat")} taken`}>
        <Button variant={plan ? "outline-primary" : "primary"} onClick={() => setAdds(true)}>
          New plan
        </Button>
      </Head>
      <div className="screen-body">
        <div className="toolbar">
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label="Class"
            value={schoolClass.id}
            onChange={(event) => setChosenClass(event.target.value)}
          >
            <ClassOptions />
          </Form.Select>
          {plan && (
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="Plan"
              value={plan.id}
              onChange={(event) => setChosenPlan(event.target.value)}
            >
              {plans.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </Form.Select>
          )}
          {plan && (
            <Button
              size="sm"
              variant="link"
              onClick={() => change(removing("seatingPlans", [plan]), `The plan “${plan.name}” was deleted.`)}
            >
              Delete this plan
            </Button>
          )}
        </div>
        {(adds || !plan) && (
          <NewPlan
            key={schoolClass.id}
            classId={schoolClass.id}
            seats={schoolClass.studentIds.length}
            before={plan}
            onAdded={added}
            onLeave={plan && (() => setAdds(false))}
          />
        )}
        {plan && !adds && <SeatingWorkspace key={plan.id} plan={plan} schoolClass={schoolClass} />}
      </div>
    </>
  );
}

interface NewPlanProps {
  readonly classId: string;
  readonly seats: number;
  /** The plan that is open: its room can be had again. */
  readonly before: SeatingPlan | undefined;
  readonly onAdded: (id: string) => void;
  readonly onLeave: (() => void) | undefined;
}

const SAME_ROOM = "the same room";

/** A plan begins with a room. */
function NewPlan({ classId, seats, before, onAdded, onLeave }: NewPlanProps) {
  const { office } = useVine();
  const change = useChange();
  const [name, setName] = useState(before ? "Another plan" : "Plan");
  const [shape, setShape] = useState<RoomShape | typeof SAME_ROOM>(before ? SAME_ROOM : "pairs");
  const add = async () => {
    const id = office.around.newId();
    const room = before && shape === SAME_ROOM ? before : newRoom(shape as RoomShape, seats, office.around.newId);
    const { rows, columns, desks } = room;
    const wishes = before?.wishes ?? [];
    const door = before?.door ?? "front left";
    const plan: SeatingPlan = { id, classId, name, rows, columns, desks, door, seats: {}, held: [], wishes };
    if (await change(adding("seatingPlans", [plan]), `The plan “${name}” was added.`)) onAdded(id);
  };
  return (
    <Form
      className="sheet d-grid gap-3 mb-3"
      style={{ maxWidth: "32rem" }}
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      <h2>A plan for this class</h2>
      <div className="two-fields">
        <Form.Group controlId="plan-name">
          <Form.Label>Name</Form.Label>
          <Form.Control required maxLength={100} value={name} onChange={(event) => setName(event.target.value)} />
        </Form.Group>
        <Form.Group controlId="plan-shape">
          <Form.Label>Desks in</Form.Label>
          <Form.Select value={shape} onChange={(event) => setShape(event.target.value as RoomShape)}>
            {before && <option value={SAME_ROOM}>{SAME_ROOM}</option>}
            {ROOM_SHAPES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Form.Select>
        </Form.Group>
      </div>
      <p className="quiet small mb-0">
        There will be a desk for each of {counted(seats, "student")}; each can be taken away or put elsewhere after.
      </p>
      <div className="d-flex gap-2 justify-content-end">
        {onLeave && (
          <Button variant="link" onClick={onLeave}>
            Leave it
          </Button>
        )}
        <Button type="submit" disabled={name.trim() === ""}>
          Add the plan
        </Button>
      </div>
    </Form>
  );
}
