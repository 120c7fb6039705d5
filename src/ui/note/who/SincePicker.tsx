"use client";
import { broughtInName } from "@/core/change/broughtIn";
import type { Since } from "@/core/model/condition";
import { dayOfInstant, formatDay } from "@/core/model/day";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { Choice, NumberPicker } from "./Choice";

const MOST_MOMENTS = 12;

/** The moment that figures are compared with. */
export function SincePicker({ since, onChange }: { since: Since; onChange: (since: Since) => void }) {
  const { today } = useVine();
  const moments = useMoments();
  const choose = (value: string) => {
    if (value === "days") onChange({ kind: "days", days: 28 });
    else if (value === "day") onChange({ kind: "day", day: today });
    else if (value === "last note") onChange({ kind: "last note" });
    else {
      const moment = moments.find(({ at }) => String(at) === value);
      if (moment) onChange({ kind: "moment", ...moment });
    }
  };
  return (
    <>
      <Choice
        label="Since when"
        value={since.kind === "moment" ? String(since.at) : since.kind}
        options={[
          { value: "days", words: "in the last" },
          { value: "day", words: "since the end of" },
          { value: "last note", words: "since the last note" },
          ...moments.map(({ at, name }) => ({ value: String(at), words: `since ${name}` })),
        ]}
        onChange={choose}
      />
      {since.kind === "days" && (
        <>
          {" "}
          <NumberPicker
            label="Days"
            value={since.days}
            least={1}
            most={1000}
            isWhole
            onChange={(days) => onChange({ kind: "days", days })}
          />{" "}
          {since.days === 1 ? "day" : "days"}
        </>
      )}
      {since.kind === "day" && (
        <>
          {" "}
          <input
            type="date"
            aria-label="Day"
            value={since.day}
            max={today}
            onChange={(event) => event.target.value && onChange({ kind: "day", day: event.target.value })}
          />
        </>
      )}
    </>
  );
}

/** The last rounds, and what was brought in last, each a moment that figures can be compared with. */
function useMoments(): { at: number; name: string }[] {
  const moments = useKept(async (read) => {
    const rounds = (await read.roundsNewestFirst()).map(({ leavesAt, noteName }) => ({
      at: leavesAt,
      name: `the round “${noteName}” of ${formatDay(dayOfInstant(leavesAt), "short")}`,
    }));
    const broughtIn = (await read.broughtInNewestFirst()).map((record) => ({
      at: record.appliedAt,
      name: `${broughtInName(record)}, brought in on ${formatDay(dayOfInstant(record.appliedAt), "short")}`,
    }));
    return [...rounds, ...broughtIn].sort((a, b) => b.at - a.at).slice(0, MOST_MOMENTS);
  }, []);
  return moments ?? [];
}
