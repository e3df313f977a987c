"use client";
import Link from "next/link";
import { useState, type ReactNode } from "react";
import Collapse from "react-bootstrap/Collapse";
import Nav from "react-bootstrap/Nav";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { Threads } from "@/ui/Threads";

const PLACES = [
  { href: "/", name: "Jobs" },
  { href: "/day", name: "Day" },
  { href: "/mark", name: "One mark, now" },
  { href: "/shelf", name: "Shelf" },
  { href: "/ledger", name: "Ledger" },
  { href: "/practice", name: "Practice" },
  { href: "/notes", name: "Field notes" },
  { href: "/settings", name: "Settings and files" },
] as const;

/** The frame of what lies outside a job; on a phone the places open from the one that is shown. */
export function PlaceFrame({ at, children }: { at: (typeof PLACES)[number]["href"]; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Nav as="nav" className="place-top" aria-label="Places">
        <span className="name">Weary Bristle</span>
        <Boundary>
          <Threads />
        </Boundary>
        <Act
          variant="plain"
          className="place-now"
          aria-label={`${PLACES.find(({ href }) => href === at)!.name}, other places`}
          aria-expanded={open}
          onAct={() => setOpen(!open)}
        >
          {PLACES.find(({ href }) => href === at)!.name}
        </Act>
        <Collapse in={open}>
          <div className="place-links">
            {PLACES.map(({ href, name }) => (
              <Nav.Link
                as={Link}
                key={href}
                href={href}
                prefetch={false}
                aria-current={href === at ? "page" : undefined}
              >
                {name}
              </Nav.Link>
            ))}
          </div>
        </Collapse>
      </Nav>
      <main className="place">
        <Boundary what="This page">{children}</Boundary>
      </main>
    </>
  );
}
