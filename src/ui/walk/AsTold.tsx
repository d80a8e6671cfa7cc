import type { Question } from "@/core/inspection/questions";
import type { ToldFacts } from "@/core/site/withFacts";
import { AskedOne } from "./Asked";

interface AsToldProps {
  /** Everything that the walk may ask of the site. */
  questions: readonly Question[];
  /** What was said in this case. */
  facts: ToldFacts;
  onTell: (keys: readonly string[], value: string) => void;
}

/** What decides which points the walk has: as the as-built has it or as it was said here, each to be said otherwise. */
export function AsTold({ questions, facts, onTell }: AsToldProps) {
  const known = questions.filter(({ answer, keys }) => answer !== null || facts[keys[0]]).length;
  return (
    <details className="mb-2 border-b border-rule desk:text-sm">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2 text-act underline">
        What is here: <span className="figures">{known}</span> of <span className="figures">{questions.length}</span> said
      </summary>
      <div className="pb-3">
        {questions.map((question) => (
          <AskedOne
            key={question.keys[0]}
            question={question}
            said={facts[question.keys[0]] ?? question.answer ?? undefined}
            onTell={(value) => onTell(question.keys, value)}
          />
        ))}
      </div>
    </details>
  );
}
