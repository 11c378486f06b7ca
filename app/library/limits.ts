/** Maximum bytes of a book file, packed and unpacked: several times ten years of daily practice. */
export const MAX_BOOK_BYTES = 1024 * 1024 * 1024;
