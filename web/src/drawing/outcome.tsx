/** What comes out, drawn to scale: a cookie, a pan with its cuts, or a log with its slices. */
import type { DoughSpec, Schemas } from "../client/api";
import { type Handle, Hero } from "./hero";
import { LogDrawing, PanDrawing } from "./whole";

type Outcome = Schemas["Outcome"];

export function OutcomeDrawing(props: {
  form: DoughSpec["form"];
  outcome: Outcome;
  ghost?: Outcome;
  us: boolean;
  wide?: Handle;
  high?: Handle;
}) {
  const { form, outcome } = props;
  if (form.kind === "pan")
    return (
      <div className="relative min-h-33 flex-1 basis-0">
        <PanDrawing form={form} outcome={outcome} us={props.us} />
      </div>
    );
  if (form.kind === "rusk" && outcome.second)
    return (
      <div className="relative min-h-33 flex-1 basis-0">
        <LogDrawing form={form} outcome={outcome} second={outcome.second} us={props.us} />
      </div>
    );
  return <Hero {...props} />;
}
