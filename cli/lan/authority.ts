import 'reflect-metadata';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  NameConstraints,
  id_ce_nameConstraints,
} from '@peculiar/asn1-x509';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  BasicConstraintsExtension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  Extension,
  KeyUsageFlags,
  KeyUsagesExtension,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  AuthorityKeyIdentifierExtension,
  X509CertificateGenerator,
} from '@peculiar/x509';
import {
  X509Certificate,
  createPrivateKey,
  createPublicKey,
  randomBytes,
  webcrypto,
} from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { MS_PER_DAY } from '../../core/day';
import type { SiteNames } from './names';

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const AUTHORITY_DAYS = 3650;
/** Browsers take a certificate for no more than 825 days, and these are made anew by themselves. */
const LEAF_DAYS = 397;
/** A certificate is made anew so long before it ends. */
const RENEW_DAYS = 60;

/** A certificate with its key, as files hold them. */
interface Pair {
  readonly certificate: string;
  readonly key: string;
}

/** What a server shows to its browsers. */
export interface Credentials extends Pair {
  /** The certificate of the authority, for phones to trust. */
  readonly authority: string;
  /** SHA-256 of it, as phones show it. */
  readonly fingerprint: string;
  /** The authority was made now, though there was one: phones have to trust the new one. */
  readonly madeAnew: boolean;
}

/** A positive number of 128 bits, all but eight of them of chance. */
const serial = () => `01${randomBytes(15).toString('hex')}`;

async function newKeys(): Promise<CryptoKeyPair> {
  return (await webcrypto.subtle.generateKey(ALGORITHM, true, [
    'sign',
    'verify',
  ])) as unknown as CryptoKeyPair;
}

async function pemOfKey(key: CryptoKey): Promise<string> {
  const der = await webcrypto.subtle.exportKey('pkcs8', key as unknown as webcrypto.CryptoKey);
  return createPrivateKey({ key: Buffer.from(der), format: 'der', type: 'pkcs8' })
    .export({ format: 'pem', type: 'pkcs8' })
    .toString();
}

async function keysOf({ key }: Pair): Promise<CryptoKeyPair> {
  const load = (der: Buffer, kind: 'pkcs8' | 'spki', usage: 'sign' | 'verify') =>
    webcrypto.subtle.importKey(kind, der, ALGORITHM, true, [usage]);
  const own = createPrivateKey(key);
  return {
    privateKey: await load(own.export({ format: 'der', type: 'pkcs8' }), 'pkcs8', 'sign'),
    publicKey: await load(
      createPublicKey(own).export({ format: 'der', type: 'spki' }),
      'spki',
      'verify',
    ),
  } as unknown as CryptoKeyPair;
}

/** It may vouch for these names and networks alone: stolen, it is of no use elsewhere. */
function limitedTo({ names, networks }: SiteNames): Extension {
  const permitted = [
    ...names.map((dNSName) => new GeneralName({ dNSName })),
    ...networks.map((iPAddress) => new GeneralName({ iPAddress })),
  ];
  const limits = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(permitted.map((base) => new GeneralSubtree({ base }))),
  });
  return new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(limits));
}

async function makeAuthority(names: SiteNames, now: number): Promise<Pair> {
  const keys = await newKeys();
  const made = await X509CertificateGenerator.createSelfSigned(
    {
      serialNumber: serial(),
      name: 'CN=Velvet Ember of this site',
      notBefore: new Date(now - MS_PER_DAY),
      notAfter: new Date(now + AUTHORITY_DAYS * MS_PER_DAY),
      signingAlgorithm: ALGORITHM,
      keys,
      extensions: [
        new BasicConstraintsExtension(true, 0, true),
        new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
        await SubjectKeyIdentifierExtension.create(keys.publicKey),
        limitedTo(names),
      ],
    },
    webcrypto as unknown as Crypto,
  );
  return { certificate: made.toString('pem'), key: await pemOfKey(keys.privateKey) };
}

async function makeLeaf(authority: Pair, site: SiteNames, now: number): Promise<Pair> {
  const [keys, signing] = [await newKeys(), await keysOf(authority)];
  const made = await X509CertificateGenerator.create(
    {
      serialNumber: serial(),
      subject: `CN=${site.names[0]}`,
      issuer: 'CN=Velvet Ember of this site',
      notBefore: new Date(now - MS_PER_DAY),
      notAfter: new Date(now + LEAF_DAYS * MS_PER_DAY),
      signingAlgorithm: ALGORITHM,
      publicKey: keys.publicKey,
      signingKey: signing.privateKey,
      extensions: [
        new BasicConstraintsExtension(false, undefined, true),
        new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
        new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
        new SubjectAlternativeNameExtension([
          ...site.names.map((value) => ({ type: 'dns', value }) as const),
          ...site.addresses.map((value) => ({ type: 'ip', value }) as const),
        ]),
        await AuthorityKeyIdentifierExtension.create(signing.publicKey),
      ],
    },
    webcrypto as unknown as Crypto,
  );
  return { certificate: made.toString('pem'), key: await pemOfKey(keys.privateKey) };
}

const FOLDER = 'tls';

function read(folder: string, name: string): Pair | null {
  const file = (kind: string) => join(folder, FOLDER, `${name}.${kind}`);
  if (!existsSync(file('crt')) || !existsSync(file('key'))) return null;
  return { certificate: readFileSync(file('crt'), 'utf8'), key: readFileSync(file('key'), 'utf8') };
}

/** Keys are readable by the person alone who runs this; each file is whole or not there. */
function write(folder: string, name: string, pair: Pair): void {
  mkdirSync(join(folder, FOLDER), { recursive: true, mode: 0o700 });
  for (const [kind, text] of [
    ['key', pair.key],
    ['crt', pair.certificate],
  ] as const) {
    const file = join(folder, FOLDER, `${name}.${kind}`);
    writeFileSync(`${file}.new`, text, { mode: 0o600 });
    renameSync(`${file}.new`, file);
  }
}

const lasts = (pem: string, now: number, days: number) =>
  Date.parse(new X509Certificate(pem).validTo) - now > days * MS_PER_DAY;

/** What an authority was limited to is kept beside it. */
const limitsFile = (folder: string) => join(folder, FOLDER, 'authority.limits.json');

function covers(folder: string, { names, networks }: SiteNames): boolean {
  try {
    const kept = JSON.parse(readFileSync(limitsFile(folder), 'utf8')) as SiteNames;
    return (
      names.every((name) => kept.names.includes(name)) &&
      networks.every((network) => kept.networks.includes(network))
    );
  } catch {
    return false;
  }
}

/**
 * The certificate of this server for its names and addresses, made where there is none, where it ends
 * soon, or where the server has another name by now; signed by an authority of the site's own, which
 * is limited to its names and networks, and made anew only where it does not cover them any more.
 * `folder`: of the data. `now`: UTC milliseconds.
 */
export async function credentials(
  folder: string,
  site: SiteNames,
  now: number,
): Promise<Credentials> {
  const before = read(folder, 'authority');
  let authority = before;
  if (!authority || !covers(folder, site) || !lasts(authority.certificate, now, LEAF_DAYS)) {
    authority = await makeAuthority(site, now);
    write(folder, 'authority', authority);
    writeFileSync(limitsFile(folder), JSON.stringify(site), { mode: 0o600 });
  }
  const shown = new X509Certificate(authority.certificate);
  let leaf = read(folder, 'server');
  if (
    !leaf ||
    !serves(leaf.certificate, shown, site) ||
    !lasts(leaf.certificate, now, RENEW_DAYS)
  ) {
    leaf = await makeLeaf(authority, site, now);
    write(folder, 'server', leaf);
  }
  return {
    ...leaf,
    authority: authority.certificate,
    fingerprint: shown.fingerprint256,
    madeAnew: before !== null && before !== authority,
  };
}

/** Whether a certificate is of an authority, and for all names and addresses. */
function serves(pem: string, authority: X509Certificate, site: SiteNames): boolean {
  const leaf = new X509Certificate(pem);
  return (
    leaf.verify(authority.publicKey) &&
    site.names.every((name) => leaf.checkHost(name) !== undefined) &&
    site.addresses.every((address) => leaf.checkIP(address) !== undefined)
  );
}
