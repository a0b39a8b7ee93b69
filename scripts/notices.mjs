// The notices of everything that ships and is not ours: packages of the server and the command, scripts and fonts of the page, the
// framework. "node scripts/notices.mjs FILE". Something without a licence is a fault, and named.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const packages = process.env.NUGET_PACKAGES ?? join(homedir(), '.nuget', 'packages');
const isLicence = (name) => /^(licen[cs]e|copying|notice|third-?party-?notices?)([.-].*)?$/i.test(name);
const json = (...path) => JSON.parse(readFileSync(join(...path), 'utf8'));

/** The texts of licences that lie in a folder. */
const textsIn = (folder) =>
  readdirSync(folder, { withFileTypes: true })
    .filter((entry) => entry.isFile() && isLicence(entry.name))
    .map((entry) => readFileSync(join(folder, entry.name), 'utf8').trim());

/** What a package says in its manifest. */
const said = (manifest, tag) => new RegExp(`<${tag}[^>]*>([^<]*)</${tag}>`).exec(manifest)?.[1]?.trim() ?? '';

/** Packages of .NET that the server and the command are made of, those of the build alone left out. */
function dotnetPackages() {
  const found = new Map();
  for (const project of ['OneWhole.Web', 'OneWhole.Cli']) {
    const assets = json(root, 'artifacts', 'obj', project, 'project.assets.json');
    const shipped = new Set(
      Object.values(assets.targets).flatMap((target) =>
        Object.entries(target)
          .filter(([, what]) => what.type === 'package' && (what.runtime || what.native || what.runtimeTargets))
          .map(([id]) => id),
      ),
    );
    for (const id of shipped) {
      const [name, version] = id.split('/');
      const folder = join(packages, name.toLowerCase(), version.toLowerCase());
      const manifest = readFileSync(join(folder, `${name.toLowerCase()}.nuspec`), 'utf8');
      const expression = /<license type="expression">([^<]+)</.exec(manifest)?.[1];
      const file = /<license type="file">([^<]+)</.exec(manifest)?.[1];
      const texts = textsIn(folder);
      if (file && !isLicence(file)) texts.push(readFileSync(join(folder, file.replaceAll('\\', '/')), 'utf8').trim());
      found.set(id, {
        name,
        version,
        licence: expression ?? (texts.length > 0 ? 'as below' : said(manifest, 'licenseUrl')),
        copyright: said(manifest, 'copyright') || said(manifest, 'authors'),
        texts,
      });
    }
  }
  return [...found.values()];
}

/** Packages of the page, with all that they bring along; fonts among them. */
function pagePackages() {
  const lock = json(root, 'web', 'package-lock.json').packages;
  return (
    Object.entries(lock)
      // Fonts are of the build for the page, and ship with the core all the same.
      .filter(([path, what]) => path !== '' && ((!what.dev && !what.optional) || path.includes('@fontsource/')))
      .map(([path, what]) => {
        const folder = join(root, 'web', path);
        if (!existsSync(folder)) return null;
        const manifest = json(folder, 'package.json');
        const author = typeof manifest.author === 'object' ? manifest.author.name : manifest.author;
        return {
          name: manifest.name,
          version: what.version,
          licence: manifest.license ?? '',
          copyright: author ?? '',
          texts: textsIn(folder),
        };
      })
      .filter((found) => found !== null)
  );
}

/** The framework, which an archive brings along: its own notices are those of the machine that builds. */
function framework() {
  const home =
    process.env.DOTNET_ROOT ?? ['/usr/share/dotnet', '/usr/lib/dotnet', '/usr/local/share/dotnet'].find(existsSync) ?? '';
  const texts = existsSync(home) ? textsIn(home) : [];
  return { name: '.NET', version: '10', licence: 'MIT', copyright: '.NET Foundation and contributors', texts };
}

const all = [framework(), ...dotnetPackages(), ...pagePackages()].sort((a, b) => a.name.localeCompare(b.name, 'en'));
const unknown = all.filter((one) => one.licence === '' && one.texts.length === 0);
if (unknown.length > 0) {
  console.error(
    `No licence is known of ${unknown.map((one) => `${one.name} ${one.version}`).join(', ')}: find it before this ships.`,
  );
  process.exit(1);
}
// A text that many have is printed once.
const texts = new Map();
for (const one of all) {
  for (const text of one.texts) {
    const key = text.replaceAll(/\s+/g, ' ');
    texts.set(key, { text, of: [...(texts.get(key)?.of ?? []), `${one.name} ${one.version}`] });
  }
}
const line = '-'.repeat(100);
const list = all.map((one) => `${one.name} ${one.version}: ${one.licence}${one.copyright ? `; ${one.copyright}` : ''}`);
const out = [
  'One Whole is made with the works of others. They are listed here with their licences; the texts follow.',
  list.join('\n'),
  ...[...texts.values()].map(({ text, of }) => `${line}\n${[...new Set(of)].join(', ')}\n${line}\n\n${text}`),
].join('\n\n');
const to = resolve(process.argv[2] ?? 'THIRD-PARTY-NOTICES.txt');
mkdirSync(dirname(to), { recursive: true });
writeFileSync(to, `${out.replaceAll('\r\n', '\n')}\n`);
console.log(`${to}: ${all.length} works, ${texts.size} texts`);
