import { request as ask, createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo, Socket } from "node:net";

/**
 * What becomes of requests: they pass; nobody is there; they are taken and never answered; somebody else answers, as
 * the sign-in page of a hall does; every second one is lost.
 */
export type Cut = "none" | "gone" | "hangs" | "stranger" | "half";

export interface CutLine {
  readonly address: string;
  readonly cut: (how: Cut) => void;
  readonly stop: () => Promise<void>;
}

const STRANGER = "<!doctype html><title>Welcome to our hall</title><h1>Accept the terms of this network</h1>";

/** A line between a browser and a server that can be cut below the browser, so that nothing rests on what it believes. */
export async function openCutLine(to: string): Promise<CutLine> {
  const { hostname, port } = new URL(to);
  let how: Cut = "none";
  let count = 0;
  const sockets = new Set<Socket>();
  const held = new Set<IncomingMessage>();

  const pass = (request: IncomingMessage, response: ServerResponse): void => {
    const { method, url, headers } = request;
    const onward = ask({ hostname, port, method, path: url, headers }, (answer) => {
      response.writeHead(answer.statusCode ?? 502, answer.headers);
      held.add(answer);
      answer.on("close", () => held.delete(answer));
      // Each piece at once, as for a line that stays open.
      response.flushHeaders();
      answer.pipe(response);
      answer.on("error", () => response.destroy());
    });
    onward.on("error", () => response.destroy());
    response.on("close", () => onward.destroy());
    request.pipe(onward);
  };
  const server = createServer((request, response) => {
    count += 1;
    if (how === "gone" || (how === "half" && count % 2 === 0)) return void request.socket.destroy();
    if (how === "hangs") return;
    if (how === "stranger")
      return void response.writeHead(200, { "content-type": "text/html" }).end(STRANGER);
    pass(request, response);
  });
  server.on("connection", (socket) => {
    sockets.add(socket);
    socket.on("close", () => sockets.delete(socket));
    socket.on("error", () => undefined);
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    cut: (next) => {
      how = next;
      // What is under way stands still; otherwise it ends, and what hung is let go of.
      if (next === "hangs") for (const answer of held) answer.unpipe();
      else for (const socket of sockets) socket.destroy();
    },
    stop: async () => {
      for (const socket of sockets) socket.destroy();
      await new Promise((resolve) => server.close(resolve));
    },
  };
}
