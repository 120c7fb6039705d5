import type { Metadata } from "next";
import { connection } from "next/server";
import type { ReactNode } from "react";
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@/ui/theme/figures.css";
import "@fontsource-variable/source-serif-4/wght.css";
import "@fontsource-variable/source-serif-4/wght-italic.css";
import "@/ui/theme/theme.scss";

export const metadata: Metadata = {
  title: "Vine Note",
  description: "Personal letters from a gradebook to every family.",
};

/** Rendered at each request, since the security policy has a nonce of its own each time. */
export default async function Layout({ children }: { children: ReactNode }) {
  await connection();
  return (
    <html lang="en" suppressHydrationWarning>
      <body>{children}</body>
    </html>
  );
}
