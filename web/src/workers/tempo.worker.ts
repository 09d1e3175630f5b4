/// <reference lib="webworker" />
import type { SteadyTempo } from "@map-step/core/practice";
import { answerQuestions } from "./ask.ts";
import { findTempo } from "./find-tempo.ts";

declare const self: DedicatedWorkerGlobalScope;

answerQuestions<Float32Array, SteadyTempo | null>(self, async (samples) => findTempo(samples));
