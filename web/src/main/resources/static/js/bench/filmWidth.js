/** Widths at which a film is made, in pixels. */
const WIDTHS = [1024, 768, 512];
/** Below this share of the frames a smaller picture that moves is worth more than a larger one that stutters. */
const ENOUGH = 0.75;
/** So many slow seconds in a row are no accident. */
const SLOW_SECONDS = 2;

/** Chooses how wide the film of a take is made: as wide as this machine and its browser play it smoothly. */
export class FilmWidth {
  constructor() {
    this.step = 0;
    this.slow = 0;
    this.seconds = 0;
  }

  get width() {
    return WIDTHS[this.step];
  }

  /** A film begins: its first second is spent on starting. */
  begin() {
    this.slow = 0;
    this.seconds = 0;
  }

  /**
   * Takes the rate that a second reached.
   * @returns {boolean} whether the film is to be made narrower from here on
   */
  reached(rate, wanted) {
    this.seconds += 1;
    this.slow = this.seconds > 1 && rate < ENOUGH * wanted ? this.slow + 1 : 0;
    if (this.slow < SLOW_SECONDS || this.step === WIDTHS.length - 1) {
      return false;
    }
    this.step += 1;
    return true;
  }
}
