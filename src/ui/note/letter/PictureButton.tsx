"use client";
import type { Editor } from "@tiptap/react";
import { Image as ImageIcon } from "lucide-react";
import { useRef } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { placeContent } from "./placeContent";
import { noPictureWords, readPicture } from "./readPicture";

/** Puts a picture from a file where the caret is, made small enough for mail. */
export function PictureButton({ editor }: { editor: Editor }) {
  const input = useRef<HTMLInputElement>(null);
  const place = async (file: File) => {
    const picture = await readPicture(file);
    if (!picture) {
      toast.error(noPictureWords(file));
      return;
    }
    placeContent(editor, { type: "picture", attrs: { ...picture, alt: "" } });
    toast("Choose the picture to write what it shows.");
  };
  return (
    <>
      <Button
        size="sm"
        variant="outline-secondary"
        aria-label="Picture"
        title="Picture"
        onClick={() => input.current?.click()}
      >
        <ImageIcon size={15} aria-hidden />
      </Button>
      <HiddenFileInput
        ref={input}
        accept="image/png,image/jpeg,image/gif,image/webp"
        label="A file with a picture"
        onFiles={([file]) => file && void place(file)}
      />
    </>
  );
}
