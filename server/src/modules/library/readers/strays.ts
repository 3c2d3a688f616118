/**
 * A damaged file can leave a promise behind that a reader's library rejects and nobody waits for. The reading itself ends by its
 * own promise, so such a stray must not end the thread.
 */
export function outliveStrays(): void {
  process.on('unhandledRejection', () => undefined)
}
