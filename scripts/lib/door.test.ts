import { createHash } from "node:crypto";
import { describe, expect, it } from "vitest";
import { atTheDoor, inlineScripts, pagePolicy } from "./door.mjs";

/** What a server answers before the application is asked. HTTP: RFC 9110 and 9112; policy of content: CSP level 3. */

const status = (method: string, url: string, headers = {}) => atTheDoor({ method, url, headers }).refused?.status;

describe("at the door", () => {
  it.each([
    ["GET", "//"],
    ["GET", "//elsewhere/x"],
    ["GET", "http://["],
    ["GET", "*"],
    ["GET", "settings"],
    ["GET", ""],
  ])("%s %s is no request", (method, url) => expect(status(method, url)).toBe(400));

  it("a range that ends before it begins is refused, any other is not", () => {
    expect(["bytes=9-2", "bytes=0-1, 9-2"].map((range) => status("GET", "/", { range }))).toEqual([400, 400]);
    expect(["bytes=2-9", "bytes=-5", "bytes=5-"].map((range) => status("GET", "/", { range }))).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });

  it("files are read and nothing else; what is planned is sent to its own address", () => {
    for (const method of ["POST", "PUT", "DELETE", "PATCH", "OPTIONS"]) expect(status(method, "/shelf")).toBe(405);
    for (const method of ["TRACE", "TRACK", "CONNECT"]) expect(status(method, "/api/plan")).toBe(405);
    expect([status("POST", "/api/plan"), status("HEAD", "/shelf"), status("OPTIONS", "*")]).toEqual([
      undefined,
      undefined,
      204,
    ]);
    expect(status("GET", "/_next/image?url=x&w=1")).toBe(404);
  });

  it("an address in full is asked for by its path", () =>
    expect(atTheDoor({ method: "GET", url: "http://any.example/bay?job=a", headers: {} })).toEqual({
      path: "/bay?job=a",
    }));
});

it("a page may run the scripts it was built with, by their hashes, and no other that is written into it", () => {
  const html = '<script src="/a.js"></script><script>one()</script><p><script id="x">two()</script>';
  const hashes = inlineScripts(html).map((text) => createHash("sha256").update(text).digest("base64"));
  expect(inlineScripts(html)).toEqual(["one()", "two()"]);
  const policy = pagePolicy("default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'unsafe-inline'", hashes);
  expect(policy).toBe(
    `default-src 'self'; script-src 'self' 'sha256-${hashes[0]}' 'sha256-${hashes[1]}'; style-src 'unsafe-inline'`,
  );
});
