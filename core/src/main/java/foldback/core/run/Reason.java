package foldback.core.run;

import java.util.Arrays;
import java.util.List;

/**
 * Why a result is judged as it is: a code with what it speaks of. The sentence is made where it is shown.
 *
 * @param code of the stage
 * @param names of lenses, curves and the like, as the code says
 * @param numbers as the code says
 */
public record Reason(ReasonCode code, List<String> names, List<Double> numbers) {
    public Reason {
        names = List.copyOf(names);
        numbers = List.copyOf(numbers);
    }

    public static Reason of(ReasonCode code, double... numbers) {
        return of(code, List.of(), numbers);
    }

    public static Reason of(ReasonCode code, String name, double... numbers) {
        return of(code, List.of(name), numbers);
    }

    public static Reason of(ReasonCode code, List<String> names, double... numbers) {
        return new Reason(code, names, Arrays.stream(numbers).boxed().toList());
    }

    public String name() {
        return names.get(0);
    }

    public double number(int index) {
        return numbers.get(index);
    }

    public int whole(int index) {
        return (int) Math.rint(numbers.get(index));
    }

    /** For people. */
    public String sentence() {
        return code.sentence(this);
    }
}
