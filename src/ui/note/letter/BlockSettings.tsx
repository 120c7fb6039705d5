"use client";
import { X } from "lucide-react";
import { Form } from "react-bootstrap";
import { blockKind } from "@/core/letter/blockKinds";
import type { BlockSetting, LiveType } from "@/core/letter/blocks/blockKind";
import { useVine } from "@/ui/shared/VineContext";

const MOST_DAYS = 366;

interface BlockSettingsProps {
  readonly type: LiveType;
  readonly attrs: object;
  readonly onChange: (attributes: Record<string, unknown>) => void;
}

/** What can be set of a block, as its kind says. */
export function BlockSettings({ type, attrs, onChange }: BlockSettingsProps) {
  const { world } = useVine();
  const settings = blockKind(type).settings?.(attrs, world) ?? [];
  return settings.map((setting) => (
    <Setting key={setting.label} setting={setting} onChange={(next) => onChange(next as Record<string, unknown>)} />
  ));
}

function Setting({ setting, onChange }: { setting: BlockSetting<object>; onChange: (attributes: object) => void }) {
  const id = `set-${setting.label.toLowerCase().replaceAll(/[^a-z]+/g, "-")}`;
  switch (setting.kind) {
    case "choice": {
      const isKnown = setting.options.some(({ value }) => value === setting.value);
      return (
        <Form.Select
          size="sm"
          className="mt-2"
          aria-label={setting.label}
          value={setting.value}
          onChange={(event) => onChange(setting.change(event.target.value))}
        >
          {!isKnown && (
            <option value={setting.value}>
              {setting.value ? `${setting.value} (not there any more)` : "choose …"}
            </option>
          )}
          {setting.options.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </Form.Select>
      );
    }
    case "days":
      return (
        <Form.Group controlId={id} className="mt-2">
          <Form.Label className="small mb-1">{setting.label}</Form.Label>
          <Form.Control
            size="sm"
            type="number"
            min={1}
            max={MOST_DAYS}
            value={setting.value}
            onChange={(event) =>
              onChange(setting.change(Math.min(MOST_DAYS, Math.max(1, Math.round(Number(event.target.value))))))
            }
          />
        </Form.Group>
      );
    case "check":
      return (
        <Form.Check
          id={id}
          className="small mt-1"
          label={setting.label}
          checked={setting.isOn}
          onChange={(event) => onChange(setting.change(event.target.checked))}
        />
      );
    case "several":
      return <Several setting={setting} onChange={onChange} />;
  }
}

interface SeveralProps {
  readonly setting: Extract<BlockSetting<object>, { kind: "several" }>;
  readonly onChange: (attributes: object) => void;
}

function Several({ setting: { label, only, none, chosen, options, change }, onChange }: SeveralProps) {
  return (
    <div className="mt-2 small">
      {chosen.length > 0 && <span>{only}</span>}
      <ul className="list-unstyled mb-1">
        {chosen.map((one) => (
          <li key={one} className="d-flex justify-content-between">
            <span>{options.includes(one) ? one : `${one} (not there any more)`}</span>
            <button
              type="button"
              className="row-action"
              aria-label={`Leave out ${one}`}
              onClick={() => onChange(change(chosen.filter((other) => other !== one)))}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <Form.Select
        size="sm"
        aria-label={label}
        value=""
        onChange={(event) => onChange(change([...chosen, event.target.value]))}
      >
        <option value="">{chosen.length > 0 ? "and of …" : none}</option>
        {options
          .filter((one) => !chosen.includes(one))
          .map((one) => (
            <option key={one}>{one}</option>
          ))}
      </Form.Select>
    </div>
  );
}
