/** What the app has to say: questions, refusals, cautions. A mark and words, never colour alone. */
import clsx from "clsx";
import type { ReactNode } from "react";
import type { Problem } from "../client/api";
import { Button } from "./controls";

export function Note({ severity, children }: { severity: Problem["severity"]; children: ReactNode }) {
  const look = {
    stop: "bg-stop border-stop-edge",
    ask: "bg-ask border-ask-edge",
    note: "bg-well border-quiet",
  }[severity];
  return (
    <div
      role={severity === "stop" ? "alert" : "status"}
      className={clsx("flex gap-2.5 rounded-[10px] border-l-[6px] px-3 py-2 text-plain leading-snug", look)}
    >
      <span aria-hidden className="font-extrabold">
        {severity === "stop" ? "✕" : severity === "ask" ? "?" : "i"}
      </span>
      <div className="min-w-0 flex-1">{children}</div>
    </div>
  );
}

export function ProblemNote({
  problem,
  onRemedy,
}: {
  problem: Problem;
  onRemedy?: (problem: Problem) => void;
}) {
  return (
    <Note severity={problem.severity}>
      <p>{problem.message}</p>
      {problem.remedy && onRemedy && (
        <Button className="mt-1.5" onClick={() => onRemedy(problem)}>
          {problem.remedy.label}
        </Button>
      )}
    </Note>
  );
}

export function Panel({
  title,
  aside,
  children,
  className,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  className?: string;
}) {
  return (
    <section className={clsx("enamel flex min-h-0 flex-col", className)} aria-label={title}>
      <header className="flex min-h-12 items-center justify-between gap-3 border-b-[1.5px] border-line px-4">
        <h2 className="text-lead font-bold">{title}</h2>
        {aside}
      </header>
      {children}
    </section>
  );
}
