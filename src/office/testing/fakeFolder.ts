/** A folder of a computer, in memory: as browsers give them, a file is there, and empty, before it was written. */
export class FakeFolder {
  readonly kind = "directory";
  readonly files = new Map<string, Uint8Array<ArrayBuffer>>();
  readonly folders = new Map<string, FakeFolder>();

  constructor(
    readonly name = "backups",
    /** So many files can still be closed, in all folders below; the one after them is broken off. */
    private readonly left = { files: Number.POSITIVE_INFINITY },
  ) {}

  /** The browser ends while the file after the next `files` ones is written. */
  breakOffAfter(files: number): void {
    this.left.files = files;
  }

  /** What the application takes it for. */
  get handle(): FileSystemDirectoryHandle {
    return this as unknown as FileSystemDirectoryHandle;
  }

  async *keys(): AsyncIterable<string> {
    yield* [...this.files.keys(), ...this.folders.keys()];
  }

  async getDirectoryHandle(name: string, { create = false } = {}): Promise<FakeFolder> {
    const known = this.folders.get(name);
    if (known) return known;
    if (!create) throw new DOMException(name, "NotFoundError");
    const made = new FakeFolder(name, this.left);
    this.folders.set(name, made);
    return made;
  }

  async getFileHandle(name: string, { create = false } = {}) {
    if (!this.files.has(name)) {
      if (!create) throw new DOMException(name, "NotFoundError");
      this.files.set(name, new Uint8Array());
    }
    return {
      getFile: async () => new File([this.files.get(name) ?? new Uint8Array()], name),
      createWritable: async () => this.writable(name),
    };
  }

  async removeEntry(name: string): Promise<void> {
    if (!this.files.delete(name) && !this.folders.delete(name)) throw new DOMException(name, "NotFoundError");
  }

  private writable(name: string): WritableStream<Uint8Array> {
    const chunks: Uint8Array<ArrayBuffer>[] = [];
    return new WritableStream({
      write: (chunk) => void chunks.push(Uint8Array.from(chunk)),
      close: async () => {
        this.left.files -= 1;
        if (this.left.files < 0) throw new DOMException("The browser ended.", "AbortError");
        this.files.set(name, new Uint8Array(await new Blob(chunks).arrayBuffer()));
      },
    });
  }
}
