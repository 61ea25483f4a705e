import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { expect, test } from "vitest";

/** Lines of a function at most: beyond it, it does more than one thing. */
const MOST_LINES = 120;

const SOURCES = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((name) => join("src", name))
  .filter((name) => /\.tsx?$/.test(name) && !/\.test\.|\.d\.ts$/.test(name));
const text = (name: string) => readFileSync(name, "utf8");

/** Names and lengths of the functions that begin at the margin. */
function functionsOf(source: string): [string, number][] {
  const lines = source.split("\n");
  return lines.flatMap((line, i) => {
    const name = /^(?:export )?(?:default )?(?:async )?function (\w+)/.exec(line)?.[1];
    return name ? [[name, lines.indexOf("}", i) - i + 1] as [string, number]] : [];
  });
}

/** The files that a file takes values from; types alone bind nothing. */
function takesFrom(name: string): string[] {
  const found = [...text(name).matchAll(/^(?:import|export) (?!type)[^;]*?from "(\.[^"]+)"/gm)];
  return found.flatMap(([, path = ""]) => {
    const base = normalize(join(dirname(name), path));
    return [base, `${base}.ts`, `${base}.tsx`].filter((f) => SOURCES.includes(f) && statSync(f).isFile());
  });
}

/** The first way from a file back to itself. */
function circle(files: string[], from: (name: string) => string[]): string[] {
  const done = new Set<string>();
  const visit = (name: string, way: string[]): string[] => {
    if (way.includes(name)) return [...way.slice(way.indexOf(name)), name];
    if (done.has(name)) return [];
    for (const next of from(name)) {
      const found = visit(next, [...way, name]);
      if (found.length) return found;
    }
    done.add(name);
    return [];
  };
  for (const name of files) {
    const found = visit(name, []);
    if (found.length) return found;
  }
  return [];
}

test("no function is longer than can be taken in", () => {
  const all = SOURCES.flatMap((name) => functionsOf(text(name)).map(([f, lines]) => ({ name, f, lines })));
  expect(all.length).toBeGreaterThan(500);
  expect(all.filter(({ lines }) => lines < 1 || lines > MOST_LINES)).toEqual([]);
});

test("no file takes values from one that takes values from it", () => {
  expect(circle(SOURCES, takesFrom)).toEqual([]);
  const imagined: Record<string, string[]> = { a: ["b"], b: ["c", "d"], c: [], d: ["b"] };
  expect(circle(["a"], (name) => imagined[name] ?? [])).toEqual(["b", "d", "b"]);
});

/** Folders from the ground up: each takes only from those before it, types included. Beside one another: none from either. */
const LAYERS = [
  ["theme", "browser"],
  ["units"],
  ["api"],
  ["testing"],
  ["document"],
  ["shell"],
  ["scene"],
  ["method", "place"],
  ["tying", "practice", "book"],
  ["box"],
  ["reading"],
  ["bankside"],
  ["bench"],
  ["water"],
  ["log"],
  ["trip"],
  ["."],
];

test("folders take only from those below them", () => {
  const level = new Map(LAYERS.flatMap((folders, i) => folders.map((f) => [f, i] as const)));
  const folderOf = (name: string) => name.split("/").slice(1, -1)[0] ?? ".";
  const up = SOURCES.flatMap((name) =>
    [...text(name).matchAll(/(?:from |import\()"(\.[^"]+)"/g)]
      .map(([, path = ""]) => normalize(join(dirname(name), path)))
      .filter((target) => {
        const [from, to] = [folderOf(name), folderOf(target)];
        return from !== to && (level.get(to) ?? 99) >= (level.get(from) ?? -1);
      })
      .map((target) => `${name} takes from ${target}`),
  );
  expect(SOURCES.map(folderOf).filter((f) => !level.has(f))).toEqual([]);
  expect(up).toEqual([]);
});
