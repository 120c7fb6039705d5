"use client";
import { useState } from "react";
import { DAY_RULES, dayRuleOf, REPETITION_WORDS } from "@/core/delivery/plans/planSentence";
import { isDayRule } from "@/core/delivery/plans/recurrence";
import { addDays } from "@/core/model/day";
import { type Plan, type PlanTimes, repetitionSchema } from "@/core/model/plan";
import { dayInZone } from "@/core/model/zoneTime";
import { useVine } from "@/ui/shared/VineContext";

interface PlanPickersProps {
  readonly plan: Plan;
  readonly onChange: (part: Partial<Plan>) => void;
}

const KINDS = [
  { kind: "times", words: "at times" },
  { kind: "new entries", words: "when something new comes in" },
  { kind: "begins to fit", words: "when a student begins to fit" },
] as const;

/** The plan as a sentence whose underlined words are pickers. */
export function PlanPickers({ plan, onChange }: PlanPickersProps) {
  const { office } = useVine();
  const { when, repeat, asks, digest } = plan;
  const setKind = (kind: (typeof KINDS)[number]["kind"]) => {
    const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
    onChange({
      when:
        kind === "times"
          ? {
              ...{ kind, rule: "FREQ=WEEKLY;BYDAY=FR", schoolDaysOnly: true, time: "16:00" },
              ...{ from: dayInZone(office.around.now(), zone), zone },
            }
          : { kind, collectMinutes: 60 },
      ...(kind === "begins to fit" && { repeat: "once until it ends" }),
    });
  };
  return (
    <p className="sentence mb-0">
      It goes{" "}
      <select
        aria-label="What starts it"
        value={when.kind}
        disabled={digest !== undefined}
        onChange={({ target }) => setKind(target.value as (typeof KINDS)[number]["kind"])}
      >
        {KINDS.map(({ kind, words }) => (
          <option key={kind} value={kind}>
            {words}
          </option>
        ))}
      </select>
      {when.kind === "times" ? (
        <Times when={when} onChange={(part) => onChange({ when: { ...when, ...part } })} />
      ) : (
        <>
          , collected for{" "}
          <select
            aria-label="How long it is collected"
            value={when.collectMinutes}
            onChange={({ target }) => onChange({ when: { ...when, collectMinutes: Number(target.value) } })}
          >
            {COLLECT.map(([minutes, words]) => (
              <option key={minutes} value={minutes}>
                {words}
              </option>
            ))}
          </select>
        </>
      )}
      ,{" "}
      {digest ? (
        <>to those who wish a {digest} digest</>
      ) : (
        <select
          aria-label="How often for one student"
          value={repeat}
          onChange={({ target }) => onChange({ repeat: repetitionSchema.parse(target.value) })}
        >
          {repetitionSchema.options.map((one) => (
            <option key={one} value={one}>
              {REPETITION_WORDS[one]}
            </option>
          ))}
        </select>
      )}
      ;{" "}
      <select
        aria-label="Whether it asks first"
        value={asks ? "asks" : "sends"}
        onChange={({ target }) => onChange({ asks: target.value === "asks" })}
      >
        <option value="asks">it asks me first</option>
        <option value="sends">it sends itself</option>
      </select>
      .
    </p>
  );
}

const COLLECT: readonly (readonly [number, string])[] = [
  [15, "15 minutes"],
  [60, "an hour"],
  [240, "four hours"],
  [1440, "a day"],
  [10_080, "a week"],
];

const OTHER = "another rule";

function Times({ when, onChange }: { when: PlanTimes; onChange: (part: Partial<PlanTimes>) => void }) {
  const offered = dayRuleOf(when);
  const [typed, setTyped] = useState(when.rule);
  const [isTyping, setIsTyping] = useState(offered === undefined);
  const isOther = isTyping || offered === undefined;
  return (
    <>
      : every{" "}
      <select
        aria-label="On which days"
        value={isOther ? OTHER : offered.words}
        onChange={({ target }) => {
          const rule = DAY_RULES.find(({ words }) => words === target.value);
          setIsTyping(rule === undefined);
          // A day is any day; only a school day is one by itself.
          const isDaily = rule?.rule === "FREQ=DAILY";
          if (rule)
            onChange({ rule: rule.rule, schoolDaysOnly: rule.schoolDaysOnly ?? (!isDaily && when.schoolDaysOnly) });
        }}
      >
        {DAY_RULES.map(({ words }) => (
          <option key={words}>{words}</option>
        ))}
        <option>{OTHER}</option>
      </select>
      {isOther && (
        <>
          {" "}
          <input
            aria-label="Rule of RFC 5545"
            className={isDayRule(typed) ? "" : "is-invalid"}
            title="A rule of RFC 5545 without times, such as FREQ=WEEKLY;BYDAY=MO,WE"
            size={28}
            value={typed}
            onChange={({ target }) => {
              setTyped(target.value);
              if (isDayRule(target.value)) onChange({ rule: target.value });
            }}
          />
        </>
      )}{" "}
      at{" "}
      <input
        type="time"
        aria-label="At what time"
        value={when.time}
        onChange={({ target }) => target.value && onChange({ time: target.value.slice(0, 5) })}
      />{" "}
      {offered?.schoolDaysOnly !== true && (
        <select
          aria-label="Days off"
          value={String(when.schoolDaysOnly)}
          onChange={({ target }) => onChange({ schoolDaysOnly: target.value === "true" })}
        >
          <option value="true">if there is school</option>
          <option value="false">also on days off</option>
        </select>
      )}{" "}
      <select
        aria-label="Until when"
        value={when.until === undefined ? "always" : "until"}
        onChange={({ target }) => onChange({ until: target.value === "until" ? addDays(when.from, 90) : undefined })}
      >
        <option value="always">without an end</option>
        <option value="until">until</option>
      </select>
      {when.until !== undefined && (
        <>
          {" "}
          <input
            type="date"
            aria-label="Last day"
            value={when.until}
            onChange={({ target }) => target.value && onChange({ until: target.value })}
          />
        </>
      )}
    </>
  );
}
