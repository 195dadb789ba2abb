import "@fontsource/atkinson-hyperlegible-next/latin-400.css";
import "@fontsource/atkinson-hyperlegible-next/latin-500.css";
import "@fontsource/atkinson-hyperlegible-next/latin-700.css";
import "@fontsource/atkinson-hyperlegible-next/latin-800.css";
import "./theme/main.css";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ReactNode, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { useAnswers } from "./client/answers";
import { Shell } from "./pieces/shell";
import { Bench } from "./places/bench/Bench";
import { PrintedCard } from "./places/bench/PrintedCard";
import { WeighIn } from "./places/bench/WeighIn";
import { Day } from "./places/day/Day";
import { PlanView } from "./places/day/PlanView";
import { Doughs } from "./places/doughs/Doughs";
import { NewDough } from "./places/doughs/NewDough";
import { KitchenPlace } from "./places/kitchen/KitchenPlace";
import { Trays } from "./places/trays/Trays";
import { startTheme } from "./theme/dark";

/** What the server answers to changes, wherever in the app they were made. */
function Answers({ children }: { children: ReactNode }) {
  useAnswers();
  return children;
}

const client = new QueryClient({
  defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false, networkMode: "always" } },
});

startTheme();
const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <Answers>
          <Shell>
            <Routes>
              <Route path="/" element={<Doughs />} />
              <Route path="/new" element={<NewDough />} />
              <Route path="/bench/:id?" element={<Bench />} />
              <Route path="/weigh/:id" element={<WeighIn />} />
              <Route path="/card/:id" element={<PrintedCard />} />
              <Route path="/trays/:id?" element={<Trays />} />
              <Route path="/day" element={<Day />} />
              <Route path="/day/:id" element={<PlanView />} />
              <Route path="/kitchen" element={<KitchenPlace />} />
              <Route path="*" element={<Doughs />} />
            </Routes>
          </Shell>
        </Answers>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
