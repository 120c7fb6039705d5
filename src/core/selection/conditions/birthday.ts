import { addDays, type Day } from "../../model/day";
import type { ConditionKind } from "./conditionKind";
import { yesNoOrUnknown } from "./judged";

interface BirthdayReason {
  readonly kind: "birthday";
  readonly day: Day | undefined;
  readonly holds: boolean;
}

export const birthday: ConditionKind<"birthday", BirthdayReason> = {
  offer: "birthday today",
  begins: { kind: "birthday" },
  phrase: () => ["whose birthday is today"],
  judge: () => (row) => {
    const day = row.student.birthday;
    const holds = day !== undefined && isBirthday(day, row.today);
    return yesNoOrUnknown(day === undefined ? undefined : holds, { kind: "birthday", day, holds });
  },
  because: ({ holds }) => (holds ? "has birthday today" : "no birthday today"),
};

/** Whether a day of another year is the day of this one; who was born on 29 February has the last of February else. */
function isBirthday(born: Day, today: Day): boolean {
  if (born.slice(5) === today.slice(5)) return true;
  return born.slice(5) === "02-29" && today.slice(5) === "02-28" && addDays(today, 1).slice(5) === "03-01";
}
