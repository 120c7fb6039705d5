import { Head } from "@/ui/frame/Head";
import { EmptyState } from "@/ui/shared/EmptyState";

/** The screen of something that the address names and the data does not have. */
export function NotHere({ head, title, words }: { head: string; title: string; words: string }) {
  return (
    <>
      <Head title={head} />
      <div className="screen-body">
        <EmptyState title={title} words={words} />
      </div>
    </>
  );
}
