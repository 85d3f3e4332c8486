/** The part of the package that is used; it ships no types. */
declare module 'fs-native-extensions' {
  /** Takes the kernel's exclusive lock of an open file, for its whole length; false where another holds it. */
  export function tryLock(descriptor: number): boolean;
}
