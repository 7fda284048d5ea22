/** Stretches of a recording that were seen, gathered while it plays. */
export class Watching {
  private from: number | null = null;
  private at = 0;
  private gathered: [number, number][] = [];

  /** The player is here now; a jump of more than `most` seconds is no watching. */
  tick(seconds: number, most = 3): void {
    if (this.from === null || seconds < this.at || seconds - this.at > most) {
      this.close();
      this.from = seconds;
    }
    this.at = seconds;
  }

  close(): void {
    if (this.from !== null && this.at > this.from) this.gathered.push([this.from, this.at]);
    this.from = null;
  }

  /** What was gathered since the last time this was asked. */
  take(): [number, number][] {
    const at = this.at;
    const playing = this.from !== null;
    this.close();
    if (playing) this.from = at;
    const found = this.gathered;
    this.gathered = [];
    return found;
  }
}
