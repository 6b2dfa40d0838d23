import { join } from 'node:path';
import { build, install, needNode, root } from './prepare.mjs';

needNode();
install();
build();
await import(join(root, 'build/server/roughs.js'));
