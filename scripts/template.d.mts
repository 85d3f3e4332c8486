/** Where the template of a new library is kept, for the migrations, the engine and the maker as they are now. */
export function templatePath(): string;

/** Makes it where it is not there yet; answers its path. */
export function makeTemplate(): Promise<string>;
