/** What comes out of the dough in full: on the baker's own trays, cut, finished, counted, explained. */
import { Tabs } from "radix-ui";
import { type ReactNode, useEffect } from "react";
import { Link, useParams } from "react-router";
import { useReport } from "../../client/assessments";
import { lastDough, useDough } from "../../client/dough";
import { useKitchen } from "../../client/kitchen";
import { useShare } from "../../client/shares";
import { useChosen } from "../../pieces/address";
import { DoughNotes, Missing, ToFirstDough } from "../../pieces/missing";
import { ProblemNote } from "../../pieces/notes";
import { SaveMark } from "../../pieces/save";
import { SharesStrip } from "../../pieces/shares";
import { Coming, PlaceHeader } from "../../pieces/shell";
import { FinishesView } from "./FinishesView";
import { GuidesView } from "./GuidesView";
import { TraysView } from "./TraysView";
import { WhyView } from "./WhyView";
import { YieldView } from "./YieldView";

const TABS = ["trays", "guides", "finishes", "yield", "why"] as const;

export function Trays() {
  const { id } = useParams();
  const dough = useDough(id);
  const { data: kitchen } = useKitchen();
  const { data: report } = useReport(dough.spec, kitchen);
  const [tab, chooseTab] = useChosen("tab", TABS, "trays");
  const part = useShare(dough.spec, report?.assessment, dough.change);
  useEffect(() => {
    if (id) lastDough.set(id);
  }, [id]);
  if (!id) return <ToFirstDough place="trays" />;
  if (!dough.spec || !part.view || !kitchen)
    return dough.failure ? <Missing failure={dough.failure} id={id} /> : <Coming title="Trays" />;
  const spec = part.view;
  const found = part.found;
  const own = part.share ? report?.shares.find((one) => one.id === part.share?.id)?.report : report;
  const query = part.share ? `?share=${part.share.id}` : "";
  const stops = (found?.problems ?? []).filter((problem) => problem.severity === "stop");
  const tabs: [string, string, ReactNode][] = [
    [
      "trays",
      "On trays",
      <TraysView key="t" spec={spec} kitchen={kitchen} found={found} onSpec={part.edit} />,
    ],
    [
      "guides",
      "Cutting and printing",
      <GuidesView key="g" spec={spec} kitchen={kitchen} guides={own?.guides} />,
    ],
    [
      "finishes",
      "Finishes",
      <FinishesView key="f" spec={spec} kitchen={kitchen} report={own} onSpec={part.edit} />,
    ],
    ["yield", "Yield", <YieldView key="y" kitchen={kitchen} report={own} />],
    ["why", "Why so", <WhyView key="w" spec={spec} kitchen={kitchen} />],
  ];
  return (
    <>
      <PlaceHeader title={`${spec.name} on trays`}>
        <SaveMark state={dough.state} />
        <Link
          to={`/bench/${id}${query}`}
          className="enamel inline-flex min-h-11 items-center bg-raised px-4 font-semibold"
        >
          Bench
        </Link>
        <Link
          to={`/day?dough=${id}`}
          className="inline-flex min-h-11 items-center rounded-[10px] bg-chosen px-4 font-semibold text-on-chosen"
        >
          Plan the baking
        </Link>
      </PlaceHeader>
      <div className="px-5">
        <DoughNotes dough={dough} kitchen={kitchen} />
      </div>
      <Tabs.Root value={tab} onValueChange={chooseTab} className="grid gap-3 px-5 pt-3 pb-5">
        <Tabs.List aria-label="What comes out" className="flex flex-wrap gap-1">
          {tabs.map(([value, label]) => (
            <Tabs.Trigger
              key={value}
              value={value}
              className="min-h-11 rounded-[10px] px-4 font-semibold hover:bg-well data-[state=active]:bg-chosen data-[state=active]:text-on-chosen"
            >
              {label}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <SharesStrip
          spec={dough.spec}
          found={report?.assessment}
          kitchen={kitchen}
          share={part.share}
          onChoose={part.choose}
          onSpec={dough.change}
        />
        {stops.map((problem) => (
          <ProblemNote key={problem.message} problem={problem} />
        ))}
        {tabs.map(([value, , view]) => (
          <Tabs.Content key={value} value={value} tabIndex={-1}>
            {view}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </>
  );
}
