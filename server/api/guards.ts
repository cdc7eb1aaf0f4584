import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { failure } from '#core/document/failure';

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;
const FOREIGN = (): Error => failure('foreign-origin', 'Another site tried to use Kipzo. Open Kipzo itself to go on.', 403);

/** Only Kipzo's own page asks: by a host that is ours, from an origin that is the same host and port. */
export function ownOnly(hosts: readonly string[]) {
  return (req: Request, _res: Response, next: NextFunction): void => {
    const host = req.headers.host ?? '';
    if (!LOOPBACK.test(host) && !hosts.includes(host)) throw failure('foreign-host', 'This address is not one that Kipzo answers to. Open it at http://127.0.0.1 instead.', 403);
    const { origin } = req.headers;
    if (origin === 'null' ? req.method !== 'GET' : origin && origin.replace(/^https?:\/\//, '') !== host) throw FOREIGN();
    next();
  };
}

/** Addresses are read once, here: what no text can hold is no address. */
export function readableOnly(req: Request, _res: Response, next: NextFunction): void {
  let address: string;
  try {
    address = decodeURIComponent(req.url.replaceAll('+', ' '));
  } catch {
    throw failure('bad-address', 'This address cannot be read.', 400);
  }
  if (/[\u0000-\u001f]/.test(address)) throw failure('bad-address', 'This address holds characters that no address has.', 400);
  next();
}

/** What the page may load and whom it may ask: Kipzo itself and nobody else. */
export const headers = () =>
  helmet({
    strictTransportSecurity: false,
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'blob:', 'data:'],
        mediaSrc: ["'self'", 'blob:'],
        connectSrc: ["'self'", 'blob:'],
        workerSrc: ["'self'", 'blob:'],
        fontSrc: ["'self'", 'data:'],
        objectSrc: ["'none'"],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        formAction: ["'self'"],
      },
    },
  });
