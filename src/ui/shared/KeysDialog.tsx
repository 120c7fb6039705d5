"use client";
import { Modal } from "react-bootstrap";

/** What a key does, in words. */
export type KeyWords = readonly [key: string, words: string];

/** The keys of a screen. */
export function KeysDialog({ of, keys, onClose }: { of: string; keys: readonly KeyWords[]; onClose: () => void }) {
  return (
    <Modal show onHide={onClose} animation={false} aria-labelledby="keys-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          Keys of {of}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="pairs mb-0">
          {[...keys, ...EVERYWHERE].map(([key, words]) => (
            <div key={key}>
              <dt>{key}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
    </Modal>
  );
}

const EVERYWHERE: readonly KeyWords[] = [
  ["F6", "go on to the next part of the screen or of a sheet; with Shift back"],
  ["F4", "find anybody and anything, or something to do"],
  ["F9", "cover names and figures"],
  ["?", "this help"],
];
