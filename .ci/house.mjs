// The house's measures: lines of at most 140 characters in C#, TypeScript and SQL; files over 400 lines and functions over 60 say why in a comment that begins
// "Long:". Run from the project's root.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";

const longest = 140;
const most = 400;
const files = execFileSync("git", ["ls-files", "src", "tests", "bench"], { encoding: "utf8" })
  .split("\n")
  .filter((f) => /\.(cs|ts|tsx|sql|css)$/.test(f) && !f.endsWith("api/types.ts"));
const found = [];

// Functions over 60 lines say why too. The formatter puts a member's braces at its own indentation.
function longFunctions(file, lines) {
  const long = [];
  for (let i = 0; i < lines.length; i++) {
    const [, indent] = /^( {4}| {8})(?:public|private|internal|protected|static|async|override)\b(?!.*\b(?:class|record|enum|interface|struct)\b)/.exec(lines[i]) ?? [];
    if (!indent || /=/.test(lines[i].split("(")[0])) continue;
    let open = i;
    while (open < i + 16 && open < lines.length && lines[open] !== `${indent}{` && !lines[open].endsWith(";")) open++;
    if (lines[open] !== `${indent}{`) continue;
    let close = open;
    while (close < lines.length && lines[close] !== `${indent}}`) close++;
    if (close - i + 1 > 60 && !lines.slice(Math.max(0, i - 8), i).some((l) => l.includes("// Long: ")))
      long.push(`${file}:${i + 1}: a function of ${close - i + 1} lines, at most 60, and no comment "Long: ..." says why`);
    i = close;
  }
  return long;
}

for (const file of files) {
  const lines = readFileSync(file, "utf8").split("\n");
  lines.forEach((line, i) => {
    if ([...line].length > longest) found.push(`${file}:${i + 1}: ${[...line].length} characters, at most ${longest}`);
  });
  if (file.endsWith(".cs")) found.push(...longFunctions(file, lines));
  if (lines.length > most && !lines.some((l) => /^\s*(\/\/|--) Long: /.test(l))) {
    found.push(`${file}: ${lines.length} lines, at most ${most}, and no comment "Long: ..." says why`);
  }
}
for (const line of found) console.error(line);
process.exit(found.length === 0 ? 0 : 1);
