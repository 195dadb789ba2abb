import "@fontsource/atkinson-hyperlegible-next/latin-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-500.css";
import "@fontsource/atkinson-hyperlegible-next/latin-700.css";
import "@fontsource/atkinson-hyperlegible-next/latin-800.css";
import "./theme/main.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { lazy, type ReactNode, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { useAnswers } from "./client/answers";
import { Gate } from "./pieces/gate";
import { Coming, Shell } from "./pieces/shell";
import { Tips } from "./pieces/tip";
import { Doughs } from "./places/doughs/Doughs";
import { startTheme } from "./theme/dark";

// The shelf comes first; every other place is a file of its own, fetched when one goes there or, at the latest, when all is quiet.
const places = {
  Bench: () => import("./places/bench/Bench"),
  PrintedCard: () => import("./places/bench/PrintedCard"),
  WeighIn: () => import("./places/bench/WeighIn"),
  Day: () => import("./places/day/Day"),
  PlanView: () => import("./places/day/PlanView"),
  Oven: () => import("./places/oven/Oven"),
  NewDough: () => import("./places/doughs/NewDough"),
  Aside: () => import("./places/doughs/Aside"),
  Tablets: () => import("./places/kitchen/Tablets"),
  Keeping: () => import("./places/keeping/Keeping"),
  Notebook: () => import("./places/notebook/Notebook"),
  KitchenPlace: () => import("./places/kitchen/KitchenPlace"),
  Trays: () => import("./places/trays/Trays"),
  Stores: () => import("./places/stores/Stores"),
  Wish: () => import("./places/wish/Wish"),
};
const Bench = lazy(() => places.Bench().then((place) => ({ default: place.Bench })));
const PrintedCard = lazy(() => places.PrintedCard().then((place) => ({ default: place.PrintedCard })));
const WeighIn = lazy(() => places.WeighIn().then((place) => ({ default: place.WeighIn })));
const Day = lazy(() => places.Day().then((place) => ({ default: place.Day })));
const PlanView = lazy(() => places.PlanView().then((place) => ({ default: place.PlanView })));
const Oven = lazy(() => places.Oven().then((place) => ({ default: place.Oven })));
const NewDough = lazy(() => places.NewDough().then((place) => ({ default: place.NewDough })));
const Tablets = lazy(() => places.Tablets().then((place) => ({ default: place.Tablets })));
const Keeping = lazy(() => places.Keeping().then((place) => ({ default: place.Keeping })));
const Aside = lazy(() => places.Aside().then((place) => ({ default: place.Aside })));
const Notebook = lazy(() => places.Notebook().then((place) => ({ default: place.Notebook })));
const KitchenPlace = lazy(() => places.KitchenPlace().then((place) => ({ default: place.KitchenPlace })));
const Stores = lazy(() => places.Stores().then((place) => ({ default: place.Stores })));
const Wish = lazy(() => places.Wish().then((place) => ({ default: place.Wish })));
const Trays = lazy(() => places.Trays().then((place) => ({ default: place.Trays })));

/** A server that goes away, or a newer Fine Batch in its place, must not keep anyone from a place not seen yet. */
function fetchAll() {
  for (const place of Object.values(places)) place().catch(() => undefined);
}
window.addEventListener("load", () => setTimeout(fetchAll, 1500));

/** What the server answers to changes, wherever in the app they were made. */
function Answers({ children }: { children: ReactNode }) {
  useAnswers();
  return children;
}

const client = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, networkMode: "always" } },
});

startTheme();
// Only secure pages have one: https, or this very computer.
if (import.meta.env.PROD) navigator.serviceWorker?.register("/sw.js").catch(() => undefined);
const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <Answers>
          <Tips>
            <Gate>
              <Shell>
                <Suspense fallback={<Coming title="" />}>
                  <Routes>
                    <Route path="/" element={<Doughs />} />
                    <Route path="/new" element={<NewDough />} />
                    <Route path="/wish" element={<Wish />} />
                    <Route path="/bench/:id?" element={<Bench />} />
                    <Route path="/weigh/:id" element={<WeighIn />} />
                    <Route path="/card/:id" element={<PrintedCard />} />
                    <Route path="/trays/:id?" element={<Trays />} />
                    <Route path="/day" element={<Day />} />
                    <Route path="/day/:id" element={<PlanView />} />
                    <Route path="/oven/:id?" element={<Oven />} />
                    <Route path="/notebook/:id?" element={<Notebook />} />
                    <Route path="/aside" element={<Aside />} />
                    <Route path="/keeping" element={<Keeping />} />
                    <Route path="/tablets" element={<Tablets />} />
                    <Route path="/stores/:view?/:id?" element={<Stores />} />
                    <Route path="/kitchen" element={<KitchenPlace />} />
                    <Route path="*" element={<Doughs />} />
                  </Routes>
                </Suspense>
              </Shell>
            </Gate>
          </Tips>
        </Answers>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
