import { api } from "@map-step/contract";
import type { Router } from "express";
import { type Context, serve } from "../../http/route.ts";
import { changeProposal, createProposal, listProposals, readProposal, settleProposal } from "./service.ts";

export function serveProposals(router: Router, { db }: Context): void {
  serve(router, api.proposals.list, ({ person }) => listProposals(db, person));
  serve(router, api.proposals.read, ({ params, person }) => readProposal(db, params.id, person));
  serve(router, api.proposals.create, ({ body, person }) => createProposal(db, body, person));
  serve(router, api.proposals.change, ({ params, body, person }) =>
    changeProposal(db, params.id, body, person),
  );
  serve(router, api.proposals.settle, ({ params, body, person }) =>
    settleProposal(db, params.id, body, person),
  );
}
