"use client";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { takeMessage } from "@/office/rounds/mailOfServer";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { sayTrouble } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";

const TAKEN = {
  "an answer": "The answer stands beside its letter.",
  "a notification": "The letter it speaks of is marked: it came back.",
  neither: "This message answers no letter from here, and speaks of none. Nothing was taken in.",
};

/** Takes in a message that came to the teacher's own mail program: kept there as a file, dropped or chosen here. */
export function DropMessage() {
  const { office } = useVine();
  const [isOver, setIsOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = async (files: readonly File[]) => {
    for (const file of files) {
      await takeMessage(office, file).then(
        (about) => toast(TAKEN[about]),
        (cause: Error) => sayTrouble(cause.message),
      );
    }
  };
  return (
    <section
      className={`sheet${isOver ? " is-over" : ""}`}
      aria-labelledby="came-back"
      onDragOver={(event) => {
        event.preventDefault();
        setIsOver(true);
      }}
      onDragLeave={() => setIsOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setIsOver(false);
        void take([...event.dataTransfer.files]);
      }}
    >
      <h2 id="came-back">Something came back to your mail program?</h2>
      <p className="small quiet">
        An answer, or a notice that a letter could not be delivered: keep it there as a file and drop it here. It is put
        beside its letter.
      </p>
      <HiddenFileInput
        ref={input}
        label="Messages that came back"
        accept=".eml,message/rfc822"
        multiple
        onFiles={(files) => void take(files)}
      />
      <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
        Choose a message …
      </Button>
    </section>
  );
}
