/**
 * The server: hands out the built app and is the home of the keyboards. It listens on the loopback address only, answers
 * only requests that were sent to that address by name, and gives every page a content security policy that allows
 * nothing from elsewhere.
 */
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { boardSchema, isBoardSound } from '../core/board';
import { bringHosts } from '../core/hosts';
import { acceptLinks, type Cables } from './link';
import { HostRooms } from './hostRoom';
import { openKeyboards, type Keyboards } from './keyboards';
import { isOwnHost } from './ownName';

export type ServerOptions = { port: number; dataFolder: string; appFolder: string; development: boolean; log: Logger };
export type RunningServer = { port: number; stop(): Promise<void> };

/** Who sends a request slowly is not waited for. */
const TIMEOUTS = { headersTimeout: 10_000, requestTimeout: 20_000, connectionsCheckingInterval: 2000 };
const MOST_CONNECTIONS = 256;
const MOST_BOARD_BYTES = 256 << 10;

/** The placeholder in index.html that becomes a fresh nonce for each page. */
const NONCE_PLACEHOLDER = '__STYLE_NONCE__';

/** A page of another site that resolves to 127.0.0.1 still sends its own name as `Host`; it gets nothing. */
function onlyByOwnName(request: Request, response: Response, next: NextFunction): void {
  if (isOwnHost(request.headers.host)) next();
  else response.status(403).type('text/plain').send('Open this page as http://127.0.0.1 or http://localhost.');
}

/** What changes something here comes from a page of ours, and says so. */
function onlyFromOwnPage(request: Request, response: Response, next: NextFunction): void {
  const { origin, host } = request.headers;
  if (origin?.toLowerCase() === `http://${host?.toLowerCase()}`) next();
  else response.status(403).type('text/plain').send('Only a page of Underloom may do this.');
}

/** A page brings a board of its person's own. */
const takeBoard =
  (keyboards: Keyboards, cables: Cables) =>
  async (request: Request, response: Response): Promise<void> => {
    const refuse = (reason: string): void => void response.status(400).type('text/plain').send(reason);
    const board = boardSchema.safeParse(request.body);
    if (!board.success) refuse(`The board cannot be read: ${board.error.issues[0]?.message ?? 'it is not right'}.`);
    else if (board.data.id !== request.params.id) refuse('The board has another id.');
    else if (!isBoardSound(board.data)) refuse('Keys of the board lie one upon another; move them apart first.');
    else {
      const refused = await keyboards.bring(board.data, cables);
      if (refused === undefined) response.status(204).end();
      else response.status(409).type('text/plain').send(refused);
    }
  };

/** What cannot be understood gets a sentence, and no word about the machine. */
const badRequest =
  (log: Logger) =>
  (error: unknown, _request: Request, response: Response, next: NextFunction): void => {
    log.info({ error }, 'a request that cannot be answered');
    if (response.headersSent) next(error);
    else response.status(400).type('text/plain').send('This cannot be answered.');
  };

function security(response: Response, development: boolean): ReturnType<typeof helmet> {
  const nonce = `'nonce-${String(response.locals.nonce)}'`;
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        // In development the bundler reloads modules through inline scripts of its own.
        scriptSrc: development ? ["'self'", "'unsafe-inline'"] : ["'self'"],
        styleSrc: development ? ["'self'", "'unsafe-inline'"] : ["'self'", nonce],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    crossOriginEmbedderPolicy: true,
    strictTransportSecurity: false,
  });
}

function builtApp(app: Express, appFolder: string): void {
  const index = readFileSync(join(appFolder, 'index.html'), 'utf8');
  const sendPage = (response: Response): void => {
    response
      .type('html')
      .set('Cache-Control', 'no-store')
      .send(index.replaceAll(NONCE_PLACEHOLDER, String(response.locals.nonce)));
  };
  // Under its file's name, too, the page goes out with a nonce of its own.
  app.get('/index.html', (_request, response) => sendPage(response));
  app.use(
    express.static(appFolder, {
      index: false,
      immutable: true,
      maxAge: '1y',
      setHeaders: (response, path) => {
        if (!path.includes('/assets/')) response.setHeader('Cache-Control', 'no-cache');
      },
    }),
  );
  app.get('/{*page}', (request, response) => {
    if (/\.\w+$/.test(request.path)) response.status(404).type('text/plain').send('There is no such file.');
    else sendPage(response);
  });
}

async function developedApp(app: Express, server: Server): Promise<() => Promise<void>> {
  const { createServer: createVite } = await import('vite');
  const vite = await createVite({ server: { middlewareMode: true, hmr: { server } }, appType: 'spa' });
  app.use(vite.middlewares);
  return () => vite.close();
}

/** Starts listening. @throws the system's error when the port is taken, or the data folder cannot be used; FolderTaken when another server uses it */
export async function startServer({
  port,
  dataFolder,
  appFolder,
  development,
  log,
}: ServerOptions): Promise<RunningServer> {
  // A keyboard may be given a profile for any host.
  await bringHosts();
  const keyboards = await openKeyboards(dataFolder, log);
  const app = express();
  const server = createServer(TIMEOUTS, app);
  server.maxConnections = MOST_CONNECTIONS;
  app.disable('x-powered-by');
  app.use(onlyByOwnName);
  app.use((request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    security(response, development)(request, response, next);
  });
  app.get('/keyboards.json', (_request, response) => {
    response.set('Cache-Control', 'no-store').json({ keyboards: keyboards.list() });
  });
  const cables = acceptLinks(
    server,
    keyboards,
    new HostRooms(dataFolder, log),
    log,
    (request) => development && request.headers['sec-websocket-protocol'] === 'vite-hmr',
  );
  app.get('/keyboards/:id/board.json', (request, response) => {
    const keyboard = keyboards.keyboard(request.params.id);
    if (keyboard) response.set('Cache-Control', 'no-store').json(keyboard.board);
    else response.status(404).type('text/plain').send('No such keyboard is here.');
  });
  app.put(
    '/keyboards/:id/board.json',
    onlyFromOwnPage,
    express.json({ limit: MOST_BOARD_BYTES }),
    takeBoard(keyboards, cables),
  );
  const closeApp = development ? await developedApp(app, server) : (builtApp(app, appFolder), () => Promise.resolve());
  app.use(badRequest(log));
  try {
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(port, '127.0.0.1', resolve);
    });
  } catch (error) {
    await keyboards.close();
    throw error;
  }
  return {
    port: (server.address() as AddressInfo).port,
    stop: async () => {
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      cables.pull();
      server.closeAllConnections();
      await keyboards.close();
      await closeApp();
      await closed;
    },
  };
}
