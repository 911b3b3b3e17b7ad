import { toast } from "../../page/toast.js";

/** A hidden choice of a file: hands over what is chosen, and says what was wrong with it. */
export function chooseFile(input, take) {
  input.addEventListener("change", async () => {
    const [file] = input.files;
    try {
      await take(file);
    } catch (failure) {
      toast(failure.message);
    }
    input.value = "";
  });
  return input;
}
