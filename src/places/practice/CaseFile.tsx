import { useRef, useState } from "react";
import { caseFileOf, readCaseFile } from "@/core/answers/practice/caseFile";
import type { Practice } from "@/core/answers/practice/results";
import { inWords } from "@/core/job/problem";
import { fileName, saveAsFile } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { FileInput } from "@/ui/FileInput";

type Case = NonNullable<Practice["running"]>;

/** A case with everything done on it, to keep or to give away. */
export const SaveCase = ({ seed, moves }: { seed: string; moves: readonly Case["moves"][number][] }) => (
  <Act
    onAct={() => saveAsFile(`${fileName(seed)}.case.json`, caseFileOf({ seed, moves: [...moves] as Case["moves"] }))}
  >
    Save it as a file
  </Act>
);

/** Opens a case file. Anything wrong is said here, and nothing kept changes. */
export function OpenCase({ open }: { open: (seed: string, moves: Case["moves"]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string>();
  const read = async (file: File) => {
    const checked = readCaseFile(await file.text());
    if (checked.ok) open(checked.value.seed, checked.value.moves);
    else setProblem(checked.problems.map(inWords).join(" "));
  };
  return (
    <>
      <Act onAct={() => input.current?.click()}>Open a case file</Act>
      <FileInput input={input} label="Case file" accept=".json,application/json" onFile={(file) => void read(file)} />
      {problem && (
        <p className="not-agreed mt-2" role="alert">
          Not opened, and nothing here changed. {problem}
        </p>
      )}
    </>
  );
}
