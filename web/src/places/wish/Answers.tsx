/** The doughs that come to a wish: new ones, and one's own with few changes. */
import { useState } from "react";
import type { Kitchen } from "../../client/api";
import { type Offered, useChanges, useGranted } from "../../client/wishes";
import { Note } from "../../pieces/notes";
import { plural } from "../../words/numbers";
import { AVOIDED, FIGURES, OFFERS } from "../../words/wishes";
import { OfferDetail, OfferTile, type WishedSize } from "./Offer";

export function NewDoughs(props: {
  request: Parameters<typeof useGranted>[0];
  nearest?: Offered;
  kitchen: Kitchen;
  wished: WishedSize;
  failed?: string;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { kitchen } = props;
  const { data, error, waits } = useGranted(props.request);
  const [chosen, setChosen] = useState(0);
  const fresh = data && !waits;
  const offers = fresh && data.offered.length ? data.offered : props.nearest ? [props.nearest] : [];
  const shown = offers[Math.min(chosen, offers.length - 1)];
  const clash = fresh ? data.clash : undefined;
  const said = error?.message ?? props.failed;
  return (
    <div className="grid gap-3 p-4" aria-busy={waits}>
      <p role="status" className="text-plain text-quiet">
        {waits
          ? "The nearest so far; two others are being looked for…"
          : fresh
            ? `${plural(data.offered.length, "dough")} that differ for a reason.`
            : ""}
      </p>
      {said && <Note severity="stop">{said}</Note>}
      {fresh &&
        data.notes.map((note) => (
          <Note key={note} severity="note">
            {note}
          </Note>
        ))}
      {fresh && data.let_go.length > 0 && (
        <Note severity="ask">
          Let go of what you would rather have been without:{" "}
          {data.let_go.map((one) => AVOIDED[one as keyof typeof AVOIDED] ?? one).join(", ")}.
        </Note>
      )}
      {clash && (
        <Note severity="stop">
          {clash.names.length > 1
            ? `These cannot be kept together in a ${clash.family}: ${clash.names.map(nameOf).join(" and ")}. No dough was found that keeps them all.`
            : `No ${clash.family} was found that keeps this: ${clash.names.map(nameOf).join()}.`}
        </Note>
      )}
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {offers.map((offered, i) => (
          <OfferTile
            key={`${offered.kind} ${offered.spec.name} ${offered.family}`}
            title={offered.kind === "nearest" && !props.request?.dough ? "Nearest" : undefined}
            offered={offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={offered === shown}
            onChoose={() => setChosen(i)}
          />
        ))}
        {clash?.without?.map((one, i) => (
          <OfferTile
            key={`without ${one.name}`}
            title={`Without “${nameOf(one.name)}”`}
            offered={one.offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={chosen === offers.length + i}
            onChoose={() => setChosen(offers.length + i)}
          />
        ))}
      </div>
      <Detail
        offered={clash?.without?.[chosen - offers.length]?.offered ?? shown}
        kitchen={kitchen}
        onTake={props.onTake}
      />
    </div>
  );
}

function Detail(props: { offered?: Offered; kitchen: Kitchen; onTake: (offered: Offered) => Promise<void> }) {
  const { offered } = props;
  if (!offered) return null;
  return (
    <section className="enamel" aria-label={OFFERS[offered.kind].title}>
      <OfferDetail
        key={JSON.stringify(offered.spec.lines)}
        offered={offered}
        kitchen={props.kitchen}
        onTake={props.onTake}
      />
    </section>
  );
}

const COUNTED = ["As it is", "One change", "Two changes", "Three changes"];

export function ChangesView(props: {
  request: Parameters<typeof useChanges>[0];
  kitchen: Kitchen;
  wished: WishedSize;
  onTake: (offered: Offered) => Promise<void>;
}) {
  const { kitchen } = props;
  const { data, error, isFetching } = useChanges(props.request);
  const [chosen, setChosen] = useState<number>();
  const shown = data?.[chosen ?? data.length - 1] ?? data?.[0];
  return (
    <div className="grid gap-3 p-4" aria-busy={isFetching}>
      <p role="status" className="text-plain text-quiet">
        {isFetching
          ? "Trying one, two and three changes…"
          : data?.length === 1
            ? "It comes to the wish as it is, or no few changes bring it clearly nearer."
            : "A further change is shown only where it brings it clearly nearer."}
      </p>
      {error && <Note severity="stop">{error.message}</Note>}
      {(props.request?.wish.without?.length ?? 0) > 0 && (
        <Note severity="note">
          Without something it is another dough: see New doughs. Here its lines stay.
        </Note>
      )}
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
        {data?.map((offered, i) => (
          <OfferTile
            key={offered.number}
            title={COUNTED[offered.number ?? 0]}
            offered={offered}
            wished={props.wished}
            kitchen={kitchen}
            chosen={offered === shown}
            onChoose={() => setChosen(i)}
          />
        ))}
      </div>
      {shown && (shown.number ?? 0) > 0 && (
        <section className="enamel" aria-label={COUNTED[shown.number ?? 0]}>
          <OfferDetail
            key={shown.number}
            offered={shown}
            kitchen={kitchen}
            why="Your own dough, in spoon-sized steps; all else stays as it is."
            onTake={props.onTake}
          />
        </section>
      )}
    </div>
  );
}

const nameOf = (name: string) =>
  name in AVOIDED ? `without ${AVOIDED[name as keyof typeof AVOIDED]}` : (FIGURES[name] ?? name);
