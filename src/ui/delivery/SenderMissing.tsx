import Link from "next/link";

/** Says why nothing can be sent while the teacher's own address is missing. */
export function SenderMissing() {
  return (
    <p className="finding is-stop">
      Your own address is missing or is not one, so families could not reply.{" "}
      <Link href="/settings">Enter it in Settings</Link>.
    </p>
  );
}
