// Writes the rules of screening into docs/domain.md, from the table that screening reads.
import fs from 'node:fs';
import path from 'node:path';
import { rulesToMarkdown } from '../core/dist/index.js';
import { projectRoot } from './machine.mjs';

const file = path.join(projectRoot, 'docs', 'domain.md');
const text = fs.readFileSync(file, 'utf8');
const [before, after] = text.split(/(?<=<!-- rules:[^\n]*-->\n)[\s\S]*(?=<!-- end of rules -->)/);
fs.writeFileSync(file, `${before}\n${rulesToMarkdown()}\n\n${after}`);
