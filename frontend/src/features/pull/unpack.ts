import { unzip } from "fflate";

const PASSED_OVER = /(^|\/)(\.|__MACOSX|Thumbs\.db$|desktop\.ini$)/i;

/** What was dropped as a plain list of files: folders opened, ZIP archives unpacked, each file named by its path. */
export async function unpack(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.() ?? null);
  const files = entries.some((e) => e?.isDirectory)
    ? (await Promise.all(entries.map(walk))).flat()
    : [...transfer.files];
  return opened(files);
}

/** ZIP archives opened; the rest as it is. */
export async function opened(files: File[]): Promise<File[]> {
  const lists = await Promise.all(files.map((f) => (/\.zip$/i.test(f.name) ? archive(f) : Promise.resolve([f]))));
  return lists.flat().filter((f) => !PASSED_OVER.test(f.name));
}

async function walk(entry: FileSystemEntry | null): Promise<File[]> {
  if (entry?.isFile)
    return [await new Promise<File>((done, failed) => (entry as FileSystemFileEntry).file(done, failed))];
  if (!entry?.isDirectory) return [];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: FileSystemEntry[] = [];
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, failed) => reader.readEntries(done, failed));
    if (some.length === 0) break;
    found.push(...some);
  }
  return (await Promise.all(found.map(walk))).flat();
}

function archive(file: File): Promise<File[]> {
  return file.arrayBuffer().then(
    (buffer) =>
      new Promise((done) =>
        unzip(new Uint8Array(buffer), (error, contents) => {
          // An archive that cannot be opened goes on as a file: the server says what it is.
          if (error) return done([file]);
          const names = Object.keys(contents).filter((name) => !name.endsWith("/") && !PASSED_OVER.test(name));
          done(
            names.map(
              (name) => new File([contents[name]?.slice().buffer ?? new ArrayBuffer(0)], name.split("/").pop() ?? name),
            ),
          );
        }),
      ),
  );
}
