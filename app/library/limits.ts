/** Bytes of a book file, and of what it unpacks to: several times what ten years of daily practice take. */
export const MAX_BOOK_BYTES = 1024 * 1024 * 1024;
