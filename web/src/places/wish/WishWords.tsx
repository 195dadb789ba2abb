/** The wish in words and sliders: each a must, or rather so; what is not said may be anything. */
import { Slider, Toggle } from "radix-ui";
import type { Kitchen, Schemas } from "../../client/api";
import type { Wish } from "../../client/wishes";
import { within } from "../../client/within";
import { Chips, Segments, Select, Switch } from "../../pieces/choice";
import { Button, MaybeField } from "../../pieces/controls";
import { MaybeLength } from "../../pieces/measures";
import { options } from "../../words/labels";
import { AVOIDED, BITES, KEEPS_FOR, MEASURED_IN, RIM_COLOURS, SENSES } from "../../words/wishes";

type Bite = Schemas["Bite"];
type Want = Schemas["Want"];
type Put = (part: Partial<Wish>) => void;

const START = 60;
const SIZES = [
  ["Wide", "width_mm", 15, 300],
  ["High", "height_mm", 1, 80],
] as const;

export function WishWords(props: {
  wish: Wish;
  kitchen: Kitchen;
  /** What the dough as it is comes to: where a figure starts. */
  now: { width_mm: number; height_mm: number };
  prices: boolean;
  onPut: Put;
}) {
  const { wish, kitchen, now, onPut } = props;
  const want = (
    name: "width_mm" | "height_mm" | "bake_min" | "cost_each",
    value: number | null,
    sense: Want["sense"],
  ) =>
    onPut({
      [name]:
        value === null ? null : { value, sense: wish[name]?.sense ?? sense, must: wish[name]?.must ?? false },
    });
  return (
    <div className="grid gap-4">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <MaybeField
          label="How many"
          unit=""
          width="w-16"
          value={wish.count ?? null}
          start={24}
          {...within("CookieWish", "count")}
          onValue={(count) => onPut({ count })}
        />
        {SIZES.map(([label, name, min, max]) => (
          <Figure key={name} label={label} want={wish[name]} onWant={(one) => onPut({ [name]: one })}>
            <MaybeLength
              label={label}
              kitchen={kitchen}
              width="w-22"
              value={wish[name]?.value ?? null}
              start={now[name]}
              min={min}
              max={max}
              onValue={(value) => want(name, value, "about")}
            />
          </Figure>
        ))}
      </div>
      <fieldset className="grid gap-1">
        <legend className="text-note font-medium text-quiet">How it bites, 0 to 100</legend>
        {options(BITES).map(([texture, label]) => (
          <BiteRow
            key={texture}
            label={label}
            bite={wish.bites.find((one) => one.texture === texture)}
            onBite={(bite) =>
              onPut({
                bites: [
                  ...wish.bites.filter((one) => one.texture !== texture),
                  ...(bite ? [{ texture, ...bite }] : []),
                ],
              })
            }
          />
        ))}
      </fieldset>
      <div className="grid gap-2">
        <Chips
          label="Without"
          options={options(AVOIDED)}
          value={wish.without.map(({ what }) => what)}
          onValue={(all) =>
            onPut({
              without: all.map(
                (what) => wish.without.find((one) => one.what === what) ?? { what, must: true },
              ),
            })
          }
        />
        {wish.without.length > 0 && (
          <div className="flex flex-wrap gap-2">
            {wish.without.map((one) => (
              <Must
                key={one.what}
                label={`Without ${AVOIDED[one.what]}`}
                says={AVOIDED[one.what]}
                must={one.must}
                onMust={(must) =>
                  onPut({ without: wish.without.map((other) => (other === one ? { ...one, must } : other)) })
                }
              />
            ))}
          </div>
        )}
      </div>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <div className="w-34">
          <Select
            label="Rim"
            value={wish.colour ?? ""}
            options={[["", "any colour"], ...options(RIM_COLOURS)]}
            onValue={(colour) => onPut({ colour: colour === "" ? null : colour })}
          />
        </div>
        <div className="w-40">
          <Select
            label="Keeps in a tin"
            value={wish.keeps ?? ""}
            options={[["", "any time"], ...options(KEEPS_FOR)]}
            onValue={(keeps) => onPut({ keeps: keeps === "" ? null : keeps })}
          />
        </div>
        {wish.colour && (
          <Must
            label="Rim"
            says="rim"
            must={wish.colour_must}
            onMust={(colour_must) => onPut({ colour_must })}
          />
        )}
        {wish.keeps && (
          <Must
            label="Keeps"
            says="keeps"
            must={wish.keeps_must}
            onMust={(keeps_must) => onPut({ keeps_must })}
          />
        )}
        <MaybeField
          label="Sweet, at most"
          unit="%"
          width="w-22"
          value={wish.sweetness_pct?.value ?? null}
          start={25}
          min={1}
          max={60}
          onValue={(value) =>
            onPut({
              sweetness_pct:
                value === null ? null : { value, sense: "at_most", must: wish.sweetness_pct?.must ?? false },
            })
          }
        />
        <MustOf
          label="Sweet"
          want={wish.sweetness_pct}
          onWant={(sweetness_pct) => onPut({ sweetness_pct })}
        />
        <MaybeField
          label="In the oven, at most"
          unit="min"
          width="w-22"
          value={wish.bake_min?.value ?? null}
          start={12}
          min={2}
          max={90}
          onValue={(value) => want("bake_min", value, "at_most")}
        />
        <MustOf label="In the oven" want={wish.bake_min} onWant={(bake_min) => onPut({ bake_min })} />
        <MaybeField
          label="To a tray, at least"
          unit=""
          width="w-16"
          value={wish.per_tray ?? null}
          start={12}
          {...within("CookieWish", "per_tray")}
          onValue={(per_tray) => onPut({ per_tray })}
        />
        {wish.per_tray != null && (
          <Must
            label="To a tray"
            says="to a tray"
            must={wish.per_tray_must}
            onMust={(per_tray_must) => onPut({ per_tray_must })}
          />
        )}
        {props.prices && (
          <MaybeField
            label={`Each, at most (${kitchen.stores.currency})`}
            unit=""
            width="w-16"
            value={wish.cost_each?.value ?? null}
            start={0.3}
            step={0.05}
            min={0.01}
            max={50}
            onValue={(value) => want("cost_each", value, "at_most")}
          />
        )}
        <MustOf label="Each" want={wish.cost_each} onWant={(cost_each) => onPut({ cost_each })} />
      </div>
      {kitchen.stores.keeps_pantry && (
        <Switch
          label="Only from what the pantry has"
          checked={wish.pantry_only}
          onChecked={(pantry_only) => onPut({ pantry_only })}
        />
      )}
      <Segments
        label="Measured"
        value={wish.measures}
        options={options(MEASURED_IN)}
        onValue={(measures) => onPut({ measures })}
      />
    </div>
  );
}

/** A figure, whether it is meant about, at least or at most so, and whether it is a must. */
function Figure(props: {
  label: string;
  want?: Want | null;
  onWant: (want: Want) => void;
  children: React.ReactNode;
}) {
  const { want } = props;
  return (
    <div className="flex flex-wrap items-end gap-1">
      {props.children}
      {want && (
        <>
          <div className="w-27">
            <Select
              hideLabel
              label={`${props.label}: about, at least or at most`}
              value={want.sense}
              options={options(SENSES)}
              onValue={(sense) => props.onWant({ ...want, sense })}
            />
          </div>
          <Must label={props.label} must={want.must} onMust={(must) => props.onWant({ ...want, must })} />
        </>
      )}
    </div>
  );
}

/** A must, or rather so: one tap to and fro. */
function Must(props: { label: string; says?: string; must: boolean; onMust: (must: boolean) => void }) {
  return (
    <Toggle.Root
      aria-label={`${props.label}: ${props.must ? "must" : "rather"}`}
      pressed={props.must}
      onPressedChange={props.onMust}
      className="min-h-11 rounded-[10px] border-[1.5px] border-edge bg-raised px-2.5 font-medium data-[state=on]:border-chosen data-[state=on]:bg-chosen data-[state=on]:text-on-chosen"
    >
      {props.says && `${props.says}: `}
      {props.must ? "must" : "rather"}
    </Toggle.Root>
  );
}

/** The same of a figure, where one is wished. */
function MustOf(props: { label: string; want?: Want | null; onWant: (want: Want) => void }) {
  const { want } = props;
  return want ? (
    <Must
      label={props.label}
      says={props.label.toLowerCase()}
      must={want.must}
      onMust={(must) => props.onWant({ ...want, must })}
    />
  ) : null;
}

function BiteRow(props: { label: string; bite?: Bite; onBite: (bite?: Omit<Bite, "texture">) => void }) {
  const { bite, label } = props;
  const score = bite?.score ?? START;
  return (
    <div className="grid min-h-11 grid-cols-[4.25rem_minmax(0,1fr)_2.25rem_auto] items-center gap-2">
      <span className="font-medium">{label}</span>
      <Slider.Root
        value={[score]}
        min={0}
        max={100}
        step={5}
        onValueChange={([value = START]) =>
          props.onBite({ score: value, sense: bite?.sense ?? "about", must: bite?.must ?? false })
        }
        className="relative flex h-11 touch-none items-center"
      >
        <Slider.Track className="h-1.5 flex-1 rounded-full bg-well">
          <Slider.Range className={bite ? "absolute h-1.5 rounded-full bg-chosen" : ""} />
        </Slider.Track>
        <Slider.Thumb
          aria-label={label}
          className={`block size-7 rounded-full border-2 ${bite ? "border-chosen bg-raised" : "border-edge bg-well"}`}
        />
      </Slider.Root>
      <span className="text-right text-plain tabular-nums">{bite ? Math.round(score) : "any"}</span>
      {bite ? (
        <span className="flex gap-1">
          <Must label={label} must={bite.must} onMust={(must) => props.onBite({ ...bite, must })} />
          <Button aria-label={`${label}: any`} className="px-0" kind="quiet" onClick={() => props.onBite()}>
            ×
          </Button>
        </span>
      ) : (
        <span />
      )}
    </div>
  );
}
