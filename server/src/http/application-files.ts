import fs from 'node:fs';
import path from 'node:path';
import express, { type RequestHandler } from 'express';

/** The built web application: hashed files for ever, the page itself always asked for anew. */
export function applicationFiles(folder: string): RequestHandler[] {
  const page = path.join(folder, 'index.html');
  if (!fs.existsSync(page)) return [];
  const files = express.static(folder, {
    index: false,
    setHeaders: (response, file) => {
      const hashed = /-[A-Z0-9]{8}\.(js|css|woff2)$/.test(file);
      response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  const anyPage: RequestHandler = (request, response, next) => {
    const wantsPage = request.method === 'GET' && request.accepts('html') && !path.extname(request.path);
    if (!wantsPage) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(page);
  };
  return [files, anyPage];
}
