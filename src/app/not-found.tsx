import Link from "next/link";

export default function NotFound() {
  return (
    <div className="sheet empty">
      <h1>There is no such page</h1>
      <p className="my-3">It may have been moved or deleted. Nothing else was changed.</p>
      <Link href="/">Go to the desk</Link>
    </div>
  );
}
