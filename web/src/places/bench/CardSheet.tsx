/** The card a dough came from, as it was written, and what it says; or what the baker says of a dough without one. */
import type { DoughSpec, Kitchen } from "../../client/api";
import type { Claim } from "../../client/cards";
import { CardClaims } from "../../pieces/claims";
import { Sheet } from "../../pieces/dialog";

export function CardSheet(props: {
  open: boolean;
  onOpen: (open: boolean) => void;
  spec: DoughSpec;
  kitchen: Kitchen;
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const card = props.spec.card ?? { text: "", claims: [], left_out: [] };
  const put = (part: Partial<typeof card>) => props.onSpec({ card: { ...card, ...part } });
  const leave = (kind: Claim["kind"]) =>
    put({
      left_out: card.left_out.includes(kind)
        ? card.left_out.filter((other) => other !== kind)
        : [...card.left_out, kind],
    });
  const say = (claim: Claim) =>
    put({
      left_out: card.left_out.filter((kind) => kind !== claim.kind),
      claims: card.claims.some((other) => other.kind === claim.kind)
        ? card.claims.map((other) => (other.kind === claim.kind ? claim : other))
        : [...card.claims, claim],
    });
  return (
    <Sheet title="The card" open={props.open} onOpen={props.onOpen} wide={Boolean(card.text)}>
      <div className={card.text ? "grid items-start gap-4 md:grid-cols-2" : "grid gap-3"}>
        {card.text ? (
          <pre className="enamel max-h-[60dvh] overflow-y-auto p-4 font-[inherit] text-plain leading-7 whitespace-pre-wrap">
            {card.text}
          </pre>
        ) : (
          <p className="text-plain">
            This dough was not read from a card. What you know of it all the same, say here: the bench holds
            it against what it foretells.
          </p>
        )}
        <CardClaims
          title={card.text ? undefined : "What you say of it"}
          claims={card.claims}
          leftOut={card.left_out}
          kitchen={props.kitchen}
          onLeave={leave}
          onSay={say}
        />
      </div>
    </Sheet>
  );
}
