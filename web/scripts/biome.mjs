// Runs the linter's own program for this machine. Its wrapper package is left out: it wants binaries for every system
// into the lock, and not every registry carries them all.
import { spawnSync } from "node:child_process";
import { createRequire } from "node:module";

const program = createRequire(import.meta.url).resolve(`@biomejs/cli-linux-${process.arch}/biome`);
const { status } = spawnSync(program, process.argv.slice(2), { stdio: "inherit" });
process.exit(status ?? 1);
