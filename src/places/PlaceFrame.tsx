"use client";
import Link from "next/link";
import type { ReactNode } from "react";
import Nav from "react-bootstrap/Nav";
import { Boundary } from "@/ui/Boundary";
import { Threads } from "@/ui/Threads";

const PLACES = [
  { href: "/", name: "Jobs" },
  { href: "/day", name: "Day" },
  { href: "/mark", name: "One mark, now" },
  { href: "/shelf", name: "Shelf" },
  { href: "/ledger", name: "Ledger" },
  { href: "/notes", name: "Field notes" },
  { href: "/settings", name: "Settings and files" },
] as const;

/** The frame of what lies outside a job. */
export function PlaceFrame({ at, children }: { at: (typeof PLACES)[number]["href"]; children: ReactNode }) {
  return (
    <>
      <Nav as="nav" className="place-top" aria-label="Places">
        <span className="name">Weary Bristle</span>
        <Boundary>
          <Threads />
        </Boundary>
        {PLACES.map(({ href, name }) => (
          <Nav.Link as={Link} key={href} href={href} prefetch={false} aria-current={href === at ? "page" : undefined}>
            {name}
          </Nav.Link>
        ))}
      </Nav>
      <main className="place">
        <Boundary what="This page">{children}</Boundary>
      </main>
    </>
  );
}
