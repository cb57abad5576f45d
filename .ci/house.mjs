// The house's measures: lines of at most 140 characters in C#, TypeScript and SQL; files over 400 lines say why in a comment that begins
// "Long:". Run from the project's root.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

const longest = 140;
const most = 400;
const files = execFileSync("git", ["ls-files", "src", "tests", "bench"], { encoding: "utf8" })
  .split("\n")
  .filter((f) => /\.(cs|ts|tsx|sql|css)$/.test(f) && !f.endsWith("api/types.ts"));
const found = [];
for (const file of files) {
  const lines = readFileSync(file, "utf8").split("\n");
  lines.forEach((line, i) => {
    if ([...line].length > longest) found.push(`${file}:${i + 1}: ${[...line].length} characters, at most ${longest}`);
  });
  if (lines.length > most && !lines.some((l) => /^\s*(\/\/|--) Long: /.test(l))) {
    found.push(`${file}: ${lines.length} lines, at most ${most}, and no comment "Long: ..." says why`);
  }
}
for (const line of found) console.error(line);
process.exit(found.length === 0 ? 0 : 1);
