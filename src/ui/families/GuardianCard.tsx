"use client";
import type { ReactNode } from "react";
import { Button, Form } from "react-bootstrap";
import type { GuardianDraft } from "@/core/families/familyDraft";
import { ownNameOf, PRODUCT_TAGS } from "@/core/language/productTags";
import { type Confirmation, confirmationSchema, type Guardian, wantsNoLetters } from "@/core/model/guardian";
import { listed } from "@/core/words";
import { AddressField } from "./AddressField";
import { WhyOfLetters } from "./WhyOfLetters";

/** What somebody said about being written to, as it is chosen. */
export const CONFIRMATION_WORDS: Record<Confirmation, string> = {
  "not asked": "not asked yet",
  asked: "asked, no answer yet",
  confirmed: "letters are welcome",
  declined: "asked not to be written to",
  stopped: "stopped the letters",
};

/** A control with its words above it; what tells it from those of others is its own label. */
function Labelled({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div className="flex-fill labelled">
      <span className="quiet" aria-hidden>
        {words}
      </span>
      {children}
    </div>
  );
}

interface GuardianCardProps {
  readonly draft: GuardianDraft;
  readonly place: number;
  /** As it was before it was edited; none of somebody new. */
  readonly before: Guardian | undefined;
  /** Brothers and sisters whose guardian this is too, by name. */
  readonly sharedWith: readonly string[];
  readonly onChange: (draft: GuardianDraft) => void;
  readonly onFirst: () => void;
  readonly onRemove: () => void;
}

/** One guardian of a student, to be edited; the first is the first contact. */
export function GuardianCard({ draft, place, before, sharedWith, onChange, onFirst, onRemove }: GuardianCardProps) {
  const { guardian, relation } = draft;
  const set = (part: Partial<Guardian>) => onChange({ ...draft, guardian: { ...guardian, ...part } });
  const addresses = guardian.addresses.length > 0 ? guardian.addresses : [""];
  const id = `guardian-${place}`;
  const setAddress = (at: number, address: string) =>
    set({ addresses: addresses.map((known, one) => (one === at ? address : known)) });
  return (
    <fieldset className="card-person">
      <legend className="small">{place === 0 ? "First contact" : `Guardian ${place + 1}`}</legend>
      {sharedWith.length > 0 && (
        <p className="quiet small mb-1" data-private>
          Also of {listed(sharedWith)}: but for the relation, what is changed here is changed for them too.
        </p>
      )}
      <div className="d-grid gap-2" data-private>
        <div className="d-flex gap-2">
          <Labelled words="Given name">
            <Form.Control
              size="sm"
              aria-label={`Given name of guardian ${place + 1}`}
              value={guardian.givenName}
              onChange={(event) => set({ givenName: event.target.value })}
            />
          </Labelled>
          <Labelled words="Family name">
            <Form.Control
              size="sm"
              aria-label={`Family name of guardian ${place + 1}`}
              value={guardian.familyName}
              onChange={(event) => set({ familyName: event.target.value })}
            />
          </Labelled>
        </div>
        {addresses.map((address, at) => (
          <AddressField
            // biome-ignore lint/suspicious/noArrayIndexKey: addresses are told apart by their place
            key={at}
            id={`${id}-address-${at}`}
            label={at === 0 ? `Letters go to, guardian ${place + 1}` : `Another address, guardian ${place + 1}`}
            value={address}
            onChange={(next) => setAddress(at, next)}
          />
        ))}
        <div className="d-flex gap-2">
          <Labelled words="Relation">
            <Form.Control
              size="sm"
              aria-label={`Relation of guardian ${place + 1}`}
              value={relation}
              onChange={(event) => onChange({ ...draft, relation: event.target.value })}
            />
          </Labelled>
          <Labelled words="Language">
            <Form.Select
              size="sm"
              aria-label={`Language of guardian ${place + 1}`}
              value={guardian.language}
              onChange={(event) => set({ language: event.target.value })}
            >
              {!PRODUCT_TAGS.some((tag) => tag === guardian.language) && <option>{guardian.language}</option>}
              {PRODUCT_TAGS.map((tag) => (
                <option key={tag} value={tag}>
                  {ownNameOf(tag)}
                </option>
              ))}
            </Form.Select>
          </Labelled>
        </div>
        <div className="d-flex gap-2">
          <Labelled words="May be written to">
            <Form.Select
              size="sm"
              aria-label={`Whether guardian ${place + 1} may be written to`}
              value={guardian.confirmation}
              onChange={(event) => set({ confirmation: confirmationSchema.parse(event.target.value) })}
            >
              {confirmationSchema.options.map((option) => (
                <option key={option} value={option}>
                  {CONFIRMATION_WORDS[option]}
                </option>
              ))}
            </Form.Select>
          </Labelled>
          <Labelled words="How often">
            <Form.Select
              size="sm"
              aria-label={`How often guardian ${place + 1} hears`}
              value={guardian.frequency}
              onChange={(event) => set({ frequency: event.target.value as Guardian["frequency"] })}
            >
              <option value="each letter">each letter</option>
              <option value="daily">daily</option>
              <option value="weekly">weekly</option>
            </Form.Select>
          </Labelled>
        </div>
        {guardian.frequency !== "each letter" && (
          <Form.Check
            id={`${id}-urgent-too`}
            className="small"
            label="Urgent letters wait for the digest too"
            checked={guardian.urgentToo ?? false}
            onChange={({ target }) => set({ urgentToo: target.checked })}
          />
        )}
        {guardian.postalAddress !== undefined && (
          <Form.Control
            as="textarea"
            size="sm"
            rows={3}
            maxLength={300}
            aria-label={`Letters on paper go to, guardian ${place + 1}`}
            placeholder="Letters on paper go to: street, town"
            value={guardian.postalAddress}
            onChange={(event) => set({ postalAddress: event.target.value })}
          />
        )}
        <WhyOfLetters
          id={id}
          person={guardian}
          before={before}
          label={`guardian ${place + 1}`}
          onChange={(said) => set({ said })}
        />
        <div className="d-flex flex-wrap gap-2">
          <Button variant="link" size="sm" onClick={() => set({ addresses: [...addresses, ""] })}>
            Add an address
          </Button>
          {guardian.postalAddress === undefined && (
            <Button variant="link" size="sm" onClick={() => set({ postalAddress: "" })}>
              Add one for paper
            </Button>
          )}
          {place > 0 && (
            <Button variant="link" size="sm" onClick={onFirst}>
              Make first contact
            </Button>
          )}
          {!wantsNoLetters(guardian) && (
            <Button variant="link" size="sm" onClick={() => set({ confirmation: "stopped" })}>
              No more letters
            </Button>
          )}
          <Button variant="link" size="sm" className="ms-auto" onClick={onRemove}>
            Take away
          </Button>
        </div>
      </div>
    </fieldset>
  );
}
