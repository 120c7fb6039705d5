import type { Ref } from "react";

interface HiddenFileInputProps {
  readonly ref: Ref<HTMLInputElement>;
  readonly label: string;
  readonly accept?: string;
  readonly multiple?: boolean;
  readonly onFiles: (files: File[]) => void;
}

/** The browser's own control for files, out of sight: a button beside it opens it. The same file can be chosen again. */
export function HiddenFileInput({ ref, label, accept, multiple, onFiles }: HiddenFileInputProps) {
  return (
    <input
      ref={ref}
      type="file"
      accept={accept}
      multiple={multiple}
      className="visually-hidden"
      tabIndex={-1}
      aria-label={label}
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        event.target.value = "";
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
