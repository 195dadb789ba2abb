/** A cookie as it may be seen through the glass, to be tapped if it looks like that. */
import type { Schemas } from "../client/api";
import { colour } from "../theme/tokens";

const SAYS: Record<Schemas["Rim"], string> = {
  much_paler: "Much paler",
  paler: "A little paler",
  right: "As it should be",
  darker: "Darker",
};

export function Seen(props: { drawn: Schemas["Drawn"]; onPick: () => void }) {
  const { drawn } = props;
  return (
    <button
      type="button"
      onClick={props.onPick}
      className="flex min-h-16 min-w-24 flex-col items-center rounded-[12px] border-[1.5px] border-edge bg-raised px-2 pt-1 pb-0.5 font-semibold hover:bg-well"
    >
      <svg viewBox="0 0 60 60" className="size-14" aria-hidden="true">
        <circle cx="30" cy="30" r="26" fill={drawn.colour} stroke={colour.rim} strokeWidth="1" />
        <circle cx="30" cy="30" r="18" fill={drawn.middle} />
      </svg>
      <span className="text-plain leading-tight">{SAYS[drawn.rim]}</span>
      <span className="text-note font-medium text-quiet">{drawn.word}</span>
    </button>
  );
}
