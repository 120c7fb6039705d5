"use client";
import { DndContext, PointerSensor, useSensor, useSensors } from "@dnd-kit/core";
import { Lock } from "lucide-react";
import { useMemo, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { updating } from "@/core/change/change";
import type { SchoolClass } from "@/core/model/schoolClass";
import type { Desk, SeatingPlan } from "@/core/model/seatingPlan";
import { fullName } from "@/core/model/student";
import { seatingPaper } from "@/core/report/seatingPaper";
import { leftOver, seatAt, toggleDesk, unseat } from "@/core/seating/moveSeat";
import { proposeSeats } from "@/core/seating/proposeSeats";
import { placeSeen, type SeenFrom, seatNames } from "@/core/seating/seatNames";
import { counted } from "@/core/words";
import { printPage } from "@/office/paper/printPage";
import { Photo } from "@/ui/shared/Photo";
import { takePrinted } from "@/ui/shared/takePrinted";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { LEFT_OVER, LeftOver, TakenUp } from "./BesideRoom";
import { DeskPlace, Dragged } from "./DeskPlace";
import { RoomPart } from "./RoomPart";
import { WishesPart } from "./WishesPart";

/** How far the pointer goes before a press becomes dragging, in px. */
const DRAGGED_AFTER_PX = 6;

interface SeatingWorkspaceProps {
  readonly plan: SeatingPlan;
  readonly schoolClass: SchoolClass;
}

/** One plan: the room, who is left over, wishes and what else can be set. */
export function SeatingWorkspace({ plan, schoolClass }: SeatingWorkspaceProps) {
  const { world, office } = useVine();
  const change = useChange();
  const [from, setFrom] = useState<SeenFrom>("the back");
  const [withPhotos, setWithPhotos] = useState(true);
  const [isBuilding, setIsBuilding] = useState(false);
  /** A student that was taken up by a press, to be put down by another. */
  const [taken, setTaken] = useState<string>();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAGGED_AFTER_PX } }));
  const students = useMemo(
    () => schoolClass.studentIds.flatMap((id) => world.students.get(id) ?? []),
    [schoolClass.studentIds, world.students],
  );
  const names = useMemo(() => seatNames(students), [students]);
  const set = (next: SeatingPlan, words: string) =>
    change(updating("seatingPlans", plan, next), words, { quietly: true, joins: `seating ${plan.id}` });
  const over = leftOver(plan, schoolClass.studentIds);
  const seat = (studentId: string, deskId: string) => {
    setTaken(undefined);
    void set(seatAt(plan, studentId, deskId), `${names.get(studentId)} got another seat.`);
  };
  const propose = async () => {
    const made = proposeSeats(plan, schoolClass.studentIds);
    if (!(await change(updating("seatingPlans", plan, { ...plan, seats: { ...made.seats } }), "Seats were proposed.")))
      return;
    if (made.unmet.length > 0)
      toast(
        `${counted(made.unmet.length, "wish", "wishes")} can’t be kept${made.isBest ? ": no plan keeps more" : ""}. They are marked.`,
      );
  };
  const print = async () => {
    const paper = seatingPaper(world, schoolClass, plan, {
      place: (place) => placeSeen(place, plan, from),
      front: from === "the back" ? "top" : "bottom",
      withPhotos,
      names,
    });
    takePrinted(await printPage(office, paper, `Seating ${schoolClass.name} ${schoolClass.block} ${plan.name}`));
  };
  const pressDesk = (desk: Desk) => {
    const sitting = plan.seats[desk.id];
    if (taken !== undefined) return taken === sitting ? setTaken(undefined) : seat(taken, desk.id);
    if (sitting !== undefined) setTaken(sitting);
  };
  const takenStudent = taken === undefined ? undefined : world.students.get(taken);
  return (
    <DndContext
      sensors={sensors}
      onDragStart={() => setTaken(undefined)}
      onDragEnd={({ active, over: onto }) => {
        if (!onto) return;
        if (onto.id === LEFT_OVER) void set(unseat(plan, String(active.id)), "A student left the seat.");
        else seat(String(active.id), String(onto.id));
      }}
    >
      <div className="seating">
        <section className="sheet" aria-label="The desks">
          <div className="d-flex flex-wrap gap-3 align-items-center mb-2">
            <Button size="sm" onClick={propose}>
              Propose seats
            </Button>
            <Button size="sm" variant="outline-primary" onClick={print}>
              Print
            </Button>
            <label className="small">
              Seen from{" "}
              <select
                className="grid-pick"
                value={from}
                onChange={(event) => setFrom(event.target.value === "the front" ? "the front" : "the back")}
              >
                <option>the back</option>
                <option>the front</option>
              </select>
            </label>
            <Form.Check
              id="seats-photos"
              className="small"
              label="With photos"
              checked={withPhotos}
              onChange={(event) => setWithPhotos(event.target.checked)}
            />
            <Form.Check
              id="seats-building"
              className="small"
              label="Change the room"
              checked={isBuilding}
              onChange={(event) => {
                setIsBuilding(event.target.checked);
                setTaken(undefined);
              }}
            />
          </div>
          <p className="quiet small mb-2" role="status" data-private={takenStudent ? true : undefined}>
            {isBuilding
              ? "Press a place to put a desk there, or to take it away."
              : takenStudent
                ? `${fullName(takenStudent)} is taken up: press a desk to put them there.`
                : "Drag a student to a desk, or press one and then the desk."}
          </p>
          {from === "the back" && <p className="room-front">Front</p>}
          <div className="room" data-private style={{ gridTemplateColumns: `repeat(${plan.columns}, minmax(0, 1fr))` }}>
            {placesOf(plan).map(({ row, column, desk }) => {
              const seen = placeSeen({ row, column }, plan, from);
              const style = { gridRow: seen.row + 1, gridColumn: seen.column + 1 };
              if (!desk)
                return isBuilding ? (
                  <button
                    key={`${row}/${column}`}
                    type="button"
                    className="desk is-gap"
                    style={style}
                    aria-label={`A desk in row ${row + 1}, place ${column + 1}`}
                    onClick={() =>
                      set(toggleDesk(plan, row, column, office.around.newId), "The desks of a plan were changed.")
                    }
                  />
                ) : null;
              const sitting = world.students.get(plan.seats[desk.id] ?? "");
              const isHere = sitting && schoolClass.studentIds.includes(sitting.id);
              return (
                <DeskPlace key={desk.id} desk={desk} style={style} isHeld={plan.held.includes(desk.id)}>
                  <button
                    type="button"
                    className={`desk ${taken !== undefined && taken === sitting?.id ? "is-taken" : ""} ${desk.turned ? "is-turned" : ""}`}
                    onClick={() =>
                      isBuilding
                        ? set(toggleDesk(plan, row, column, office.around.newId), "The desks of a plan were changed.")
                        : pressDesk(desk)
                    }
                  >
                    {isHere && (
                      <Dragged id={sitting.id} isOff={isBuilding}>
                        {withPhotos && <Photo student={sitting} size={34} isNamed />}
                        <span className="desk-name">{names.get(sitting.id)}</span>
                      </Dragged>
                    )}
                    <span className="visually-hidden">
                      {isHere ? "" : "Free desk"}, row {row + 1}, place {column + 1}
                      {desk.group ? `, group ${desk.group}` : ""}
                    </span>
                    {plan.held.includes(desk.id) && <Lock size={12} aria-label="held" className="desk-held" />}
                  </button>
                </DeskPlace>
              );
            })}
          </div>
          {from === "the front" && <p className="room-front">Front</p>}
        </section>
        <div className="d-grid gap-3 align-content-start">
          <LeftOver
            students={over.flatMap((id) => world.students.get(id) ?? [])}
            names={names}
            taken={taken}
            onTake={setTaken}
          />
          {takenStudent && (
            <TakenUp
              plan={plan}
              studentId={takenStudent.id}
              name={fullName(takenStudent)}
              onChange={(next, words) => {
                setTaken(undefined);
                void set(next, words);
              }}
            />
          )}
          <WishesPart plan={plan} students={students} onChange={set} />
          {isBuilding && <RoomPart plan={plan} onChange={set} />}
        </div>
      </div>
    </DndContext>
  );
}

function placesOf({ rows, columns, desks }: SeatingPlan): { row: number; column: number; desk: Desk | undefined }[] {
  return Array.from({ length: rows * columns }, (_, place) => {
    const [row, column] = [Math.floor(place / columns), place % columns];
    return { row, column, desk: desks.find((desk) => desk.row === row && desk.column === column) };
  });
}
