"use client";

import { useState } from "react";
import { CANT_TELL, type Question } from "@/core/inspection/questions";
import type { ToldFacts } from "@/core/site/withFacts";

interface AskedProps {
  /** Those that are still open at this stop. */
  questions: readonly Question[];
  /** What was said in this case. */
  facts: ToldFacts;
  onTell: (keys: readonly string[], value: string) => void;
}

/** What the site's description lacks, asked once where it begins to matter: one touch each, and what was just touched can be touched otherwise. */
export function Asked({ questions, facts, onTell }: AskedProps) {
  const [touched, setTouched] = useState<readonly Question[]>([]);
  const shown = [...touched, ...questions.filter(({ text }) => !touched.some((one) => one.text === text))];
  if (shown.length === 0) return null;
  return (
    <section aria-label="What is here?" className="my-2 border-2 border-act bg-raised p-3">
      <p className="caption">Not in the as-built yet. It decides which points there are, and is asked once.</p>
      {shown.map((question) => (
        <AskedOne
          key={question.keys[0]}
          {...{ question, said: facts[question.keys[0]] }}
          onTell={(value) => {
            setTouched(touched.includes(question) ? touched : [...touched, question]);
            onTell(question.keys, value);
          }}
        />
      ))}
    </section>
  );
}

interface AskedOneProps {
  question: Question;
  said: string | undefined;
  onTell: (value: string) => void;
}

/** One question with its answers. */
export function AskedOne({ question: { text, answers }, said, onTell }: AskedOneProps) {
  return (
    <fieldset className="mt-2">
      <legend className="font-semibold">{text}</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {[...answers, { value: CANT_TELL, text: "Can't tell" }].map(({ value, text: words }) => (
          <button
            key={value}
            type="button"
            aria-pressed={said === value}
            className={`button min-h-11 ${said === value ? "border-ink bg-sunken font-bold" : ""}`}
            onClick={() => onTell(value)}
          >
            {words}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
