import type { AccountRef } from "../api/accounts.ts";
import { bringBackPicture, listPictures, removePicture, uploadPicture, type Picture } from "../api/pictures.ts";
import { messageOf } from "../api/request.ts";

/** The pictures of one field of one account: the current one, and those that can be brought back. */
export class PictureState {
  pictures = $state.raw<Picture[]>([]);
  failure = $state("");
  busy = $state(false);

  readonly current = $derived(this.pictures.find((picture) => picture.current));
  readonly earlier = $derived(this.pictures.filter((picture) => !picture.current));

  readonly #ref: AccountRef;
  readonly #field: string;
  readonly #changed: () => void;

  /** `changed` is told when the account has another picture. */
  constructor(ref: AccountRef, field: string, changed: () => void = () => {}) {
    this.#ref = ref;
    this.#field = field;
    this.#changed = changed;
  }

  load(): Promise<void> {
    return this.#take(() => listPictures(this.#ref, this.#field));
  }

  async upload(file: Blob | undefined): Promise<void> {
    if (file) await this.#change(() => uploadPicture(this.#ref, this.#field, file));
  }

  bringBack(picture: string): Promise<void> {
    return this.#change(() => bringBackPicture(this.#ref, this.#field, picture));
  }

  remove(): Promise<void> {
    return this.#change(() => removePicture(this.#ref, this.#field));
  }

  async #change(act: () => Promise<Picture[]>): Promise<void> {
    await this.#take(act);
    if (!this.failure) this.#changed();
  }

  async #take(act: () => Promise<Picture[]>): Promise<void> {
    this.busy = true;
    this.failure = "";
    try {
      this.pictures = await act();
    } catch (failure) {
      this.failure = messageOf(failure);
    } finally {
      this.busy = false;
    }
  }
}
