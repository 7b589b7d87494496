/** The least that the same stack can do: one visit with its events read, five events written, with nothing judged and nothing kept beside. */
import Koa from 'koa';
import { bodyParser } from '@koa/bodyparser';
import Database from 'libsql';

const [file, port] = process.argv.slice(2);
const db = new Database(file, { timeout: 5000 });
for (const pragma of ['journal_mode = WAL', 'synchronous = FULL']) db.pragma(pragma);
const visit = db.prepare('select * from visit where id = ?');
const events = db.prepare('select id, visit_id, "at", "by", kind, data from event where visit_id = ? order by seq');
const insert = db.prepare('insert into event (id, visit_id, "at", "by", kind, data, received_at) values (?, ?, ?, ?, ?, ?, ?)');

const app = new Koa();
app.use(bodyParser());
app.use((ctx) => {
  if (ctx.path === '/health') ctx.body = { status: 'ready' };
  else if (ctx.method === 'GET') {
    const id = ctx.path.split('/')[2];
    ctx.body = { visit: visit.get(id), events: events.all(id).map((row) => ({ ...row, data: JSON.parse(row.data) })) };
  } else {
    const at = new Date().toISOString();
    db.exec('BEGIN IMMEDIATE');
    for (const row of ctx.request.body.events) insert.run(row.id, row.visitId, row.at, row.by, row.kind, JSON.stringify(row.data), at);
    db.exec('COMMIT');
    ctx.body = { accepted: ctx.request.body.events.length };
  }
});
app.listen(Number(port));
