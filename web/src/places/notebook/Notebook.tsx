/** The notebook: what was baked of a dough, whether the ranges held, what was different each time, what it taught. */
import { useEffect } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { DoughSpec, Kitchen, Schemas } from "../../client/api";
import { middleWidth, type SavedBake, useBakes, useTried } from "../../client/bakes";
import { lastDough, useDough } from "../../client/dough";
import { newKey } from "../../client/entries";
import { useKitchen } from "../../client/kitchen";
import { outbox } from "../../client/outbox";
import { History } from "../../drawing/history";
import { useOpened } from "../../pieces/address";
import { Button } from "../../pieces/controls";
import { Evidence } from "../../pieces/evidence";
import { Menu, MenuFile } from "../../pieces/menu";
import { Missing, ToFirstDough } from "../../pieces/missing";
import { Note } from "../../pieces/notes";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { toast } from "../../pieces/toasts";
import { SHADES } from "../../words/labels";
import { length, minutes, plural } from "../../words/numbers";
import { BakeRow } from "./BakeRow";
import { CompareSheet } from "./CompareSheet";
import { RecordSheet } from "./RecordSheet";
import { TriedPanel } from "./TriedPanel";
import { TrySheet } from "./TrySheet";
import { WrongSheet } from "./WrongSheet";

export function Notebook() {
  const { id } = useParams();
  const dough = useDough(id);
  const { data: kitchen } = useKitchen();
  const { bakes, unreadable, total, hasNextPage, fetchNextPage } = useBakes(id);
  const { data: tried } = useTried(id);
  const [sheet, openSheet] = useOpened("sheet");
  const navigate = useNavigate();
  const [edited, edit] = useOpened("bake");
  useEffect(() => {
    if (id) lastDough.set(id);
  }, [id]);
  if (!id) return <ToFirstDough place="notebook" />;
  if (!dough.spec || !kitchen || !bakes)
    return dough.failure ? <Missing failure={dough.failure} id={id} /> : <Coming title="Notebook" />;
  const count = total ?? bakes.length;
  const numbered = bakes.map((bake, i) => ({ bake, number: count - i }));
  const editing = bakes.find((bake) => bake.id === edited);
  const remove = (bake: SavedBake, number: number) => {
    const { id, revision } = bake;
    const name = `Bake ${number} of ${bake.bake.spec.name}`;
    outbox.put({ kind: "put-aside-bake", id, revision, name });
    toast(`${name} is put aside, and what it taught with it.`, () =>
      outbox.put({ kind: "put-back-bake", id, revision: revision + 1, name }),
    );
  };
  const take = (spec: DoughSpec, saying: string) => {
    dough.change(() => spec);
    toast(`On the bench: ${saying}.`, dough.undo, "Undo");
    navigate(`/bench/${id}`);
  };
  const half = sheet === "half-A" ? "A" : sheet === "half-B" ? "B" : "";
  return (
    <>
      <PlaceHeader title={`${dough.spec.name}: ${count ? plural(count, "bake") : "not baked yet"}`}>
        <Button onClick={() => openSheet("try")}>Try one change</Button>
        {bakes.length > 0 && <Button onClick={() => openSheet("wrong")}>What went wrong?</Button>}
        {bakes.length > 1 && <Button onClick={() => openSheet("compare")}>Compare</Button>}
        <Menu label="Out">
          <MenuFile href={`/api/bakes/export/csv?dough_id=${id}`}>These bakes as a table (CSV)</MenuFile>
          <MenuFile href="/api/bakes/export/csv">All bakes as a table (CSV)</MenuFile>
          <MenuFile href={`/api/bakes/sheet/${kitchen.units === "us" ? "letter" : "a4"}`}>
            A sheet to fill by pencil (PDF)
          </MenuFile>
        </Menu>
        <Button kind="main" onClick={() => openSheet("record")}>
          Write down a bake
        </Button>
      </PlaceHeader>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-4 p-5">
        <TriedPanel
          dough={id}
          kitchen={kitchen}
          onWrite={(half) => openSheet(`half-${half}`)}
          onTake={take}
        />
        {bakes.length > 0 && (
          <section
            aria-label="What it taught"
            className="enamel flex flex-wrap items-start gap-x-8 gap-y-3 px-5 py-3"
          >
            <Plots bakes={numbered} kitchen={kitchen} />
            <div className="min-w-[min(18rem,100%)] flex-1">
              <h2 className="text-lead font-bold">What is known now</h2>
              <Evidence
                spec={dough.spec}
                kitchen={kitchen}
                numbers={new Map(numbered.map(({ bake, number }) => [bake.id, number]))}
              />
            </div>
          </section>
        )}
        {unreadable.map((one) => (
          <Note key={one} severity="note">
            A bake cannot be read by this version of Fine Batch.{" "}
            <a className="underline underline-offset-4" href={`/api/bakes/${one}/raw`} download>
              Take away what is stored (JSON)
            </a>
          </Note>
        ))}
        {bakes.length ? (
          <section aria-label="Bakes" className="enamel">
            <ul className="divide-y divide-line">
              {numbered.map(({ bake, number }, i) => (
                <BakeRow
                  key={bake.id}
                  of={dough.spec}
                  bake={bake}
                  number={number}
                  before={bakes[i + 1]}
                  kitchen={kitchen}
                  onChange={() => edit(bake.id)}
                  onRemove={() => remove(bake, number)}
                />
              ))}
            </ul>
            {hasNextPage && (
              <Button className="m-3" onClick={() => fetchNextPage()}>
                Show older bakes ({count - bakes.length} more)
              </Button>
            )}
          </section>
        ) : (
          <section className="enamel grid max-w-2xl gap-3 p-5">
            <p className="text-lead">
              Write down how the next bake comes out: a width or two, the minutes, how it was liked. One bake
              halves the ranges of all that follow.
            </p>
            <p className="text-quiet">
              What was baked before counts as well, from memory: leave out what you do not know.
            </p>
            <div className="flex flex-wrap gap-3">
              <Button kind="main" onClick={() => openSheet("record")}>
                Write down a bake
              </Button>
              <Link
                to={`/bench/${id}`}
                className="inline-flex min-h-11 items-center px-3 font-medium underline underline-offset-4"
              >
                Back to its bench
              </Link>
            </div>
          </section>
        )}
      </div>
      <RecordSheet
        key={editing?.id ?? (half && tried?.kept ? `half ${half}` : "new")}
        open={sheet === "record" || Boolean(half && tried?.kept) || editing !== undefined}
        onOpen={(open) => {
          if (open) return;
          if (editing) edit(undefined);
          else openSheet(undefined);
        }}
        dough={{ id, spec: dough.spec }}
        kitchen={kitchen}
        editing={editing}
        tried={half && tried?.kept ? { id: tried.kept.id, half, saying: tried.kept.saying } : undefined}
      />
      <TrySheet
        open={sheet === "try"}
        onOpen={(open) => openSheet(open ? "try" : undefined)}
        spec={dough.spec}
        kitchen={kitchen}
        onTake={take}
        onHalves={(spec, saying) => {
          outbox.put({ kind: "keep-try", id: newKey(), trial: { dough_id: id, saying, spec } });
          openSheet(undefined);
        }}
      />
      <WrongSheet
        open={sheet === "wrong"}
        onOpen={(open) => openSheet(open ? "wrong" : undefined)}
        bakes={numbered}
        kitchen={kitchen}
      />
      <CompareSheet
        open={sheet === "compare"}
        onOpen={(open) => openSheet(open ? "compare" : undefined)}
        bakes={numbered}
        kitchen={kitchen}
      />
    </>
  );
}

type Written = SavedBake["bake"];
type Shade = Schemas["Shade"];

export interface Numbered {
  bake: SavedBake;
  number: number;
}

function Plots({ bakes, kitchen }: { bakes: Numbered[]; kitchen: Kitchen }) {
  const oldest = [...bakes].reverse();
  const of = (
    low: (of: Written) => [number, number] | null | undefined,
    value: (of: Written) => number | null | undefined,
  ) =>
    oldest.flatMap(({ bake: { bake }, number }) => {
      const range = low(bake);
      return range ? [{ name: `${number}`, low: range[0], high: range[1], value: value(bake) ?? null }] : [];
    });
  const widths = of(
    ({ foretold }) => foretold && [foretold.width_mm.low, foretold.width_mm.high],
    ({ measured }) => middleWidth(measured),
  );
  const times = of(
    ({ foretold }) => foretold && [foretold.first_done_min.low, foretold.last_good_min.high],
    ({ measured }) => measured.oven_min,
  );
  const walls = widths.every(({ low, high }) => high - low < 0.5);
  return (
    <>
      {!walls && (
        <History
          title={kitchen.units === "us" ? "Width, in" : "Width, mm"}
          points={widths}
          says={(mm) => length(mm, kitchen)}
          tick={(mm) => length(mm, kitchen).replace(/ \w+$/, "")}
        />
      )}
      <History title="Minutes" points={times} says={(min) => `${minutes(min)} min`} tick={minutes} />
      <Colours bakes={oldest} />
    </>
  );
}

/** The rim over the bakes, by the words of the drawn scale and in this dough's own colours. */
function Colours({ bakes }: { bakes: Numbered[] }) {
  const words = Object.keys(SHADES) as Shade[];
  const points = bakes.flatMap(({ bake: { bake }, number }) => {
    const { foretold, measured } = bake;
    if (!foretold) return [];
    const at = (word?: string) => words.indexOf((word || foretold.rim_word) as Shade);
    const fill = foretold.scale.find(({ word }) => word === measured.shade)?.colour;
    const value = measured.shade ? words.indexOf(measured.shade) : null;
    return [
      { name: `${number}`, low: at(foretold.palest_word), high: at(foretold.darkest_word), value, fill },
    ];
  });
  if (points.every(({ value }) => value === null)) return null;
  const word = (i: number) => words[i] ?? "";
  return <History title="Rim" points={points} says={word} tick={word} words={words.length} />;
}
