/** What dough it makes: its make-up in one bar, what it leans to, its balance and method one tap behind. */
import type { Assessment, DoughSpec, Kitchen, Schemas } from "../../client/api";
import { useOpened } from "../../pieces/address";
import { Button } from "../../pieces/controls";
import { Sheet } from "../../pieces/dialog";
import { colour } from "../../theme/tokens";
import { mass, percent, plural } from "../../words/numbers";
import { BalanceView } from "./BalanceView";
import { MethodView } from "./MethodView";
import { FamilySetting } from "./Settings";

type Step = Schemas["MethodStep"];

export function DoughPanel(props: {
  spec: DoughSpec;
  found?: Assessment;
  kitchen: Kitchen;
  /** The share that is looked at: its family is its own. */
  shaped: { spec: DoughSpec; dough?: Schemas["Dough"]; onSpec: (part: Partial<DoughSpec>) => void };
  onSpec: (part: Partial<DoughSpec>) => void;
}) {
  const { spec, found, kitchen, onSpec, shaped } = props;
  const [sheet, openSheet] = useOpened("sheet");
  const dough = found?.dough;
  const opens = (name: string) => (open: boolean) => openSheet(open ? name : undefined);
  return (
    <section aria-label="The dough" className="enamel grid gap-1 px-4 py-1.5">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-lead font-bold whitespace-nowrap">
          {dough ? `${mass(dough.mass_g, kitchen)} of dough` : "The dough"}
        </h2>
        {dough && <MakeUp dough={dough} />}
        <div className="ml-auto flex flex-wrap items-center gap-x-1">
          {shaped.dough && <FamilySetting {...shaped} dough={shaped.dough} />}
          <Button kind="quiet" onClick={() => openSheet("balance")}>
            Balance
          </Button>
          <Button kind="quiet" onClick={() => openSheet("method")}>
            Method
          </Button>
        </div>
      </div>
      {dough && (
        <p className="text-note leading-snug text-quiet">
          {percent(dough.egg_pct)} egg. Fills {dough.volume_ml.low.toFixed(0)} to{" "}
          {dough.volume_ml.high.toFixed(0)} ml. {found.eggs && <Eggs eggs={found.eggs} />}
          {found.balance?.textures[0] && `Leans ${found.balance.textures[0].name}. `}
          {found.eggs && found.eggs.left_g > 1 && (
            <button
              type="button"
              className="inline-flex min-h-11 items-center font-semibold text-ink underline underline-offset-4"
              onClick={() => onSpec({ lines: [...spec.lines, washLine(found.eggs?.left_g ?? 0)] })}
            >
              Add it as a wash
            </button>
          )}
        </p>
      )}
      <Sheet title="Balance" open={sheet === "balance"} onOpen={opens("balance")}>
        {found?.balance ? (
          <BalanceView balance={found.balance} />
        ) : (
          <p className="text-quiet">The balance needs a flour line and an answered oven.</p>
        )}
      </Sheet>
      <Sheet title="Method" open={sheet === "method"} onOpen={opens("method")}>
        {found && (
          <MethodView
            spec={spec}
            found={found}
            kitchen={kitchen}
            onMethod={(method) => onSpec(withMethod(spec, method))}
            onSpec={onSpec}
          />
        )}
      </Sheet>
    </section>
  );
}

/** A method with the chill it names: the dough's temperature at the oven follows from it. */
function withMethod(spec: DoughSpec, method: Step[] | null): Partial<DoughSpec> {
  if (!method) return { method };
  const rests = method.filter((step) => step.stage === "rest");
  const chill_h = rests.reduce((sum, step) => sum + step.minutes, 0) / 60;
  return { method, making: { ...spec.making, chill_h: Math.min(96, chill_h) } };
}

const washLine = (g: number): DoughSpec["lines"][number] => ({
  id: `wash${Date.now().toString(36)}`,
  text: `${g.toFixed(0)} g beaten egg`,
  part: "wash",
  ingredient_id: "egg_whole",
  mass_g: null,
});

function Eggs({ eggs }: { eggs: Schemas["EggCount"] }) {
  return (
    <>
      Buy <strong className="text-ink">{plural(eggs.to_buy, "egg")}</strong>
      {eggs.left_g > 1 ? `; ${eggs.left_g.toFixed(0)} g is left over, enough to brush the tops. ` : ". "}
      {eggs.whites_left > 0 && `${plural(eggs.whites_left, "white")} left over. `}
      {eggs.yolks_left > 0 && `${plural(eggs.yolks_left, "yolk")} left over. `}
    </>
  );
}

/** Where the mass of the dough is, as one bar. */
function MakeUp({ dough }: { dough: Schemas["Dough"] }) {
  const rest = Math.max(0, 100 - dough.water_pct - dough.fat_pct - dough.sugar_pct);
  const parts = [
    ["sugar", dough.sugar_pct, colour.raised],
    ["fat", dough.fat_pct, colour.baked],
    ["water", dough.water_pct, colour.water],
    ["flour, rest", rest, colour.flour],
  ] as const;
  return (
    <div className="grid min-w-0 flex-1 basis-52 gap-0.5">
      <svg viewBox="0 0 100 9" className="h-3 w-full" preserveAspectRatio="none" aria-hidden="true">
        {parts.map(([name, share, fill], i) => (
          <rect
            key={name}
            x={parts.slice(0, i).reduce((sum, [, before]) => sum + before, 0)}
            y={0.5}
            width={share}
            height={8}
            fill={fill}
            stroke={colour.rim}
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
          />
        ))}
      </svg>
      <ul className="flex flex-wrap gap-x-2.5 text-note leading-tight">
        {parts.map(([name, share, fill]) => (
          <li key={name} className="flex items-center gap-1 whitespace-nowrap">
            <span aria-hidden className="size-3 shrink-0 border border-rim" style={{ background: fill }} />
            {percent(share)} {name}
          </li>
        ))}
      </ul>
    </div>
  );
}
