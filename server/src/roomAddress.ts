import { createHash, X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { generate } from 'selfsigned';

/** Where the room is reached from a phone, and how it is known to be this computer. */
export interface RoomAddress {
  readonly key: string;
  readonly cert: string;
  /** SHA-256 of the certificate, as browsers show it. */
  readonly fingerprint: string;
  /** This computer's addresses in the local network. */
  readonly addresses: readonly string[];
}

const YEARS = 5;

/**
 * This machine's own certificate, made once and kept outside the program, with its addresses.
 *
 * @param folder where it is kept; absent: `~/.hiraeth`
 */
export async function roomAddress(folder = join(homedir(), '.hiraeth')): Promise<RoomAddress> {
  const addresses = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
  const [keyFile, certFile] = [join(folder, 'room.key.pem'), join(folder, 'room.cert.pem')];
  if (!existsSync(keyFile) || !existsSync(certFile) || !covers(readFileSync(certFile, 'utf8'), addresses)) {
    const made = await generate([{ name: 'commonName', value: 'Hiraeth in this room' }], {
      keySize: 2048,
      algorithm: 'sha256',
      notAfterDate: new Date(Date.now() + YEARS * 365 * 86_400_000),
      extensions: [
        {
          name: 'subjectAltName',
          altNames: [
            { type: 2, value: 'localhost' },
            ...['127.0.0.1', ...addresses].map((ip) => ({ type: 7 as const, ip })),
          ],
        },
      ],
    });
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(keyFile, made.private, { mode: 0o600 });
    writeFileSync(certFile, made.cert);
  }
  const cert = readFileSync(certFile, 'utf8');
  const digest = createHash('sha256').update(new X509Certificate(cert).raw).digest('hex').toUpperCase();
  return {
    key: readFileSync(keyFile, 'utf8'),
    cert,
    fingerprint: digest.match(/../g)!.join(':'),
    addresses,
  };
}

/** Another network, another address: the certificate names those that it is for. */
function covers(pem: string, addresses: readonly string[]): boolean {
  const cert = new X509Certificate(pem);
  return (
    Date.parse(cert.validTo) > Date.now() + 30 * 86_400_000 &&
    addresses.every((address) => cert.checkIP(address) !== undefined)
  );
}
