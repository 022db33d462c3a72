// One backup in one file: the database as pg_dump wrote it and the house's files, in a tar, encrypted when a passphrase is given.
import { Decrypter, Encrypter } from 'age-encryption';
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, createWriteStream, openSync, readSync, closeSync } from 'node:fs';
import { Readable, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { OperatorError } from './postgres.mjs';

const ENCRYPTED = 'age-encryption.org/';

const startOf = (file, length) => {
  const handle = openSync(file, 'r');
  try {
    const bytes = Buffer.alloc(length);
    return bytes.subarray(0, readSync(handle, bytes, 0, length, 0)).toString('latin1');
  } finally {
    closeSync(handle);
  }
};

/** What a command of the system did not like, in its own words. */
const refused = (said) => new OperatorError(said.trim().split('\n').at(-1) ?? 'It did not say why.');

/** Ends when the child has ended well; throws its last words otherwise. */
const ended = async (child) => {
  let said = '';
  child.stderr.on('data', (part) => (said += part.toString()));
  const [code] = await once(child, 'close');
  if (code !== 0) throw refused(said);
};

export const digestOf = async (file) => {
  const sum = createHash('sha256');
  await pipeline(createReadStream(file), sum);
  return sum.digest('hex');
};

/** Writes what lies in `folder` to `file`, which nobody else reads. */
export const pack = async (folder, file, passphrase) => {
  const tar = spawn('tar', ['-C', folder, '-cf', '-', '.'], { stdio: ['ignore', 'pipe', 'pipe'] });
  const out = createWriteStream(file, { mode: 0o600, flush: true });
  const packed = ended(tar);
  packed.catch(() => undefined);
  if (passphrase === undefined) await pipeline(tar.stdout, out);
  else {
    const encrypter = new Encrypter();
    encrypter.setPassphrase(passphrase);
    const sealed = await encrypter.encrypt(Readable.toWeb(tar.stdout));
    await sealed.pipeTo(Writable.toWeb(out));
  }
  await packed;
};

/** What a pipe says when its reader has left, by whether it was being written to, about to be, or closed under the hand. */
const LEFT_EARLY = ['EPIPE', 'ECONNRESET', 'ERR_STREAM_PREMATURE_CLOSE', 'ERR_STREAM_DESTROYED'];

/** Lays what `file` holds into `folder`. Throws a sentence for a wrong passphrase, half a file, or something else altogether. */
export const unpack = async (file, folder, passphrase) => {
  const encrypted = startOf(file, ENCRYPTED.length) === ENCRYPTED;
  if (encrypted && passphrase === undefined)
    throw new OperatorError('This backup is encrypted. Give its passphrase as MAUL_PASSPHRASE.');
  const tar = spawn('tar', ['-C', folder, '--no-same-owner', '-xf', '-'], {
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  const laid = ended(tar);
  laid.catch(() => undefined);
  // Whatever tar refuses is said by its own words; the broken pipe that follows says nothing more.
  tar.stdin.on('error', () => undefined);
  try {
    if (encrypted) {
      const decrypter = new Decrypter();
      decrypter.addPassphrase(passphrase);
      const opened = await decrypter.decrypt(Readable.toWeb(createReadStream(file))).catch((error) => {
        throw /no identity matched/.test(error.message)
          ? new OperatorError('The passphrase is not the one that this backup was made with.')
          : error;
      });
      await pipeline(Readable.fromWeb(opened), tar.stdin);
    } else await pipeline(createReadStream(file), tar.stdin);
  } catch (error) {
    // tar reads no further than the end mark, and then leaves: how it ended says whether all was well.
    if (!LEFT_EARLY.includes(error.code)) {
      tar.kill();
      if (error instanceof OperatorError) throw error;
      throw new OperatorError('The backup is not whole: its end is missing, or something in it was changed.');
    }
  }
  await laid.catch(() => {
    throw new OperatorError('This is not a whole backup of Maul.');
  });
};

/** The files that lie in `from`, in `to` too: the same ones where the disk can hold them twice for nothing. */
export const alsoIn = (from, to) => {
  const { status, stderr } = spawnSync('cp', ['-aln', '--', `${from}/.`, to], { encoding: 'utf8' });
  // A file that went while it was looked at is one that no row speaks of any more.
  if (status !== 0 && !/No such file/.test(stderr)) throw refused(stderr);
};
