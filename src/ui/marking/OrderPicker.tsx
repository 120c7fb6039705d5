"use client";
import { Button, Form } from "react-bootstrap";
import { drawnOrder } from "@/core/marking/markingOrder";
import { type Marking, markingOrderSchema } from "@/core/model/marking";
import type { SchoolClass } from "@/core/model/schoolClass";
import { useVine } from "@/ui/shared/VineContext";

interface OrderPickerProps {
  readonly marking: Marking;
  readonly schoolClass: SchoolClass;
  readonly onChange: (part: Partial<Marking>) => void;
}

const WORDS = { names: "by name", seats: "by seats", lot: "by lot", "by hand": "by hand" } as const;

/** In which order the students come. */
export function OrderPicker({ marking, schoolClass, onChange }: OrderPickerProps) {
  const { world } = useVine();
  const plans = [...world.seatingPlans.values()].filter(({ classId }) => classId === schoolClass.id);
  const draw = () =>
    onChange({ order: "lot", studentIds: drawnOrder(schoolClass.studentIds, Math.floor(Math.random() * 2 ** 31)) });
  return (
    <>
      <Form.Select
        size="sm"
        aria-label="Order of the students"
        value={marking.order}
        onChange={({ target }) => {
          const order = markingOrderSchema.parse(target.value);
          if (order === "lot") draw();
          else onChange({ order, ...(order === "seats" && { seatingPlanId: marking.seatingPlanId ?? plans[0]?.id }) });
        }}
      >
        {markingOrderSchema.options.map((order) => (
          <option key={order} value={order} disabled={order === "seats" && plans.length === 0}>
            {WORDS[order]}
          </option>
        ))}
      </Form.Select>
      {marking.order === "seats" && plans.length > 1 && (
        <Form.Select
          size="sm"
          aria-label="Seating plan"
          value={marking.seatingPlanId}
          onChange={({ target }) => onChange({ seatingPlanId: target.value })}
        >
          {plans.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      )}
      {marking.order === "lot" && (
        <Button size="sm" variant="link" onClick={draw}>
          Draw again
        </Button>
      )}
    </>
  );
}
