import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { setNonce } from "get-nonce";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { News } from "../api/news";
import { CaliperBar } from "../instruments/CaliperBar";
import { FirstCut } from "./FirstCut";
import { GonePage } from "./Gone";
import "./theme.css";
import { Notice } from "./notice";
import { Outbox } from "./Outbox";
import { Undoing } from "./undo";
import { Waiting } from "./Waiting";
import { Workshop } from "./Workshop";

const Jobs = lazy(() => import("../jobs/Jobs"));
const JobPage = lazy(() => import("../jobs/JobPage"));
const JointPage = lazy(() => import("../joints/JointPage"));
const RunMode = lazy(() => import("../run/RunMode"));
const Log = lazy(() => import("../log/Log"));
const Plots = lazy(() => import("../log/Plots"));
const RunPage = lazy(() => import("../log/RunPage"));
const Help = lazy(() => import("./Help"));
const RemovedThings = lazy(() => import("../jobs/RemovedThings"));
const Assumed = lazy(() => import("../shop/Assumed"));
const Drawer = lazy(() => import("../shop/Drawer"));
const Bench = lazy(() => import("../shop/Bench"));
const Files = lazy(() => import("../shop/Files"));
const Templates = lazy(() => import("../templates/Templates"));
const RulesPage = lazy(() => import("../shop/RulesPage"));

const queries = new QueryClient({
  defaultOptions: {
    // A server that is down is asked again every second until it answers: the page recovers by itself.
    queries: { retry: true, retryDelay: 1000, networkMode: "always", staleTime: 30_000 },
    mutations: { networkMode: "always" },
  },
});

// What locks the page behind a dialog writes a style element; the server's word lets it stand.
setNonce(document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? "");

const root = document.getElementById("root");
if (root)
  createRoot(root).render(
    <StrictMode>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Suspense fallback={<Waiting reason={null} />}>
            <Routes>
              <Route path="/" element={<FirstCut />} />
              <Route path="/jobs" element={<Jobs />} />
              <Route path="/help" element={<Help />} />
              <Route path="/removed" element={<RemovedThings />} />
              <Route path="/jobs/:jobId" element={<Workshop />} />
              <Route path="/jobs/:jobId/page" element={<JobPage />} />
              <Route path="/jobs/:jobId/cuts/:cutId" element={<Workshop />} />
              <Route path="/jobs/:jobId/joints/:jointId" element={<JointPage />} />
              <Route path="/run/:runId" element={<RunMode />} />
              <Route path="/log" element={<Log />} />
              <Route path="/log/plots" element={<Plots />} />
              <Route path="/log/:runId" element={<RunPage />} />
              <Route path="/assumed" element={<Assumed />} />
              <Route path="/drawer" element={<Drawer />} />
              <Route path="/drawer/:bitId" element={<Drawer />} />
              <Route path="/bench" element={<Bench />} />
              <Route path="/templates" element={<Templates />} />
              <Route path="/templates/:outlineId" element={<Templates />} />
              <Route path="/rules" element={<RulesPage />} />
              <Route path="/files" element={<Files />} />
              <Route path="*" element={<GonePage />} />
            </Routes>
          </Suspense>
          <CaliperBar />
          <Undoing />
          <Outbox />
          <News />
          <Notice />
          {/* Menus open in here, so that they lie in a part of the page that has a name. */}
          <section id="floating" aria-label="Open menu" />
        </BrowserRouter>
      </QueryClientProvider>
    </StrictMode>,
  );
