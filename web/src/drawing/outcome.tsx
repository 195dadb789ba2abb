/** What comes out, drawn to scale: a cookie, a pan with its cuts, or a log with its slices. */
import type { DoughSpec, Schemas } from "../client/api";
import type { Handle } from "./grip";
import { Hero } from "./hero";
import { LogDrawing, PanDrawing, type WholeKnobs } from "./whole";

type Outcome = Schemas["Outcome"];

export function OutcomeDrawing(props: {
  form: DoughSpec["form"];
  outcome: Outcome;
  ghost?: Outcome;
  us: boolean;
  wide?: Handle;
  high?: Handle;
  whole: WholeKnobs;
}) {
  const { form, outcome } = props;
  if (form.kind === "pan")
    return <PanDrawing form={form} outcome={outcome} us={props.us} knobs={props.whole} />;
  if (form.kind === "rusk" && outcome.second)
    return (
      <LogDrawing form={form} outcome={outcome} second={outcome.second} us={props.us} knobs={props.whole} />
    );
  return <Hero {...props} />;
}
