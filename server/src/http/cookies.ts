import { parse } from "cookie";
import type { RequestHandler } from "express";
import type { Config } from "../config.ts";

type Secure = Pick<Config, "SECURE_COOKIES">;

/** What a cookie is called: over HTTPS only this host can set one of the name. */
export const cookieName = ({ SECURE_COOKIES }: Secure, name: string): string =>
  SECURE_COOKIES ? `__Host-${name}` : name;

/** Lets a browser that was given a cookie under its earlier name go on with it. */
export function keepEarlierName(config: Secure, name: string): RequestHandler {
  const now = cookieName(config, name);
  return (request, _response, next) => {
    const { cookie = "" } = request.headers;
    const { [now]: present, [name]: earlier } = parse(cookie);
    if (present === undefined && earlier !== undefined)
      request.headers.cookie = `${cookie}; ${now}=${encodeURIComponent(earlier)}`;
    next();
  };
}
