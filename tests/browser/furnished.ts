// A database with the demo in it, loaded once by the application itself; each house begins with a copy.
import { execFile, execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';

export const postgres = process.env.YMNOS_TEST_POSTGRES!;
export const app = process.env.YMNOS_TEST_APP!;
if (!postgres || !app) throw new Error('These tests need the application and PostgreSQL; run them with ./test browser.');

const newName = () => `browser${randomUUID().replaceAll('-', '')}`;

/** Runs one statement on the server's own database. */
async function run(statement: string): Promise<void> {
  const at = Object.fromEntries(postgres.split(';').map((pair) => pair.split('=', 2)));
  const env = { ...process.env, PGHOST: at.Host, PGPORT: at.Port, PGUSER: at.Username, PGPASSWORD: at.Password, PGDATABASE: 'postgres' };
  await promisify(execFile)('psql', ['--quiet', '--no-psqlrc', '--set', 'ON_ERROR_STOP=1', '--command', statement], { env });
}

export default async function furnish(): Promise<() => Promise<void>> {
  const name = newName();
  execFileSync('dotnet', ['Ymnos.Web.dll', '--PrepareOnly=true'], {
    cwd: app,
    stdio: 'inherit',
    env: { ...process.env, ConnectionStrings__Ymnos: `${postgres};Database=${name};Pooling=false`, ASPNETCORE_ENVIRONMENT: 'Production' },
  });
  process.env.YMNOS_TEST_FURNISHED = name;
  return () => run(`drop database ${name} with (force)`);
}

/** The connection of a new database with the demo in it. */
export async function furnished(): Promise<string> {
  const name = newName();
  await run(`create database ${name} template ${process.env.YMNOS_TEST_FURNISHED}`);
  return `${postgres};Database=${name}`;
}
