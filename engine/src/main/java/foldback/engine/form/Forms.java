package foldback.engine.form;

import foldback.core.time.FrameRate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;

/** Forms of single values and of lists. */
public final class Forms {
    /** No take is longer, and no clip starts farther from another: eleven days, in seconds. */
    public static final double MOST_SECONDS = 1e6;
    /** Longer than any path, reason or note. */
    private static final int MOST_TEXT = 2000;
    /** What a name may have, as the database and lists do. */
    private static final int MOST_NAME = 120;

    private Forms() {}

    public static Form<String> text() {
        return new Texts(MOST_TEXT, Optional.empty());
    }

    /** Text that lists show. */
    public static Form<String> name() {
        return new Texts(MOST_NAME, Optional.empty());
    }

    /**
     * Text that looks like a regular expression, which both Java and schemas know.
     *
     * @param wanted completes the message "must be ..."
     */
    public static Form<String> like(String pattern, String wanted) {
        return new Texts(MOST_TEXT, Optional.of(new Texts.Shape(Pattern.compile(pattern), wanted)));
    }

    /** SHA-256 of a file. */
    public static Form<String> hash() {
        return like("[0-9a-f]{64}", "64 hexadecimal digits");
    }

    /** Any real number of a range. */
    public static Form<Double> number(double least, double most) {
        return new Numbers(least, most, true);
    }

    /** A number that is written to its last digit. */
    public static Form<Double> exact(double least, double most) {
        return new Numbers(least, most, false);
    }

    /** An angle that is radians in the program and degrees in documents. */
    public static Form<Double> degrees(double least, double most) {
        return number(least, most).as(Math::toRadians, Math::toDegrees);
    }

    /** A time of the take, seconds. */
    public static Form<Double> seconds() {
        return exact(-MOST_SECONDS, MOST_SECONDS);
    }

    public static Form<FrameRate> rate() {
        return like("[0-9]+(/[0-9]+)?", "frames a second as 25 or 30000/1001")
                .as(FrameRate::parse, FrameRate::toString);
    }

    public static Form<Integer> whole(int least, int most) {
        return new WholeNumbers(least, most, 1);
    }

    public static Form<Integer> multiple(int step, int least, int most) {
        return new WholeNumbers(least, most, step);
    }

    /** One of a few whole numbers. */
    public static Form<Integer> oneOf(int... counts) {
        return new Counts(Arrays.stream(counts).boxed().toList());
    }

    public static Form<Boolean> flag() {
        return new Flags();
    }

    public static Form<String> oneOf(List<String> words) {
        return new Words(List.copyOf(words));
    }

    /** A constant, by its name in small letters. */
    public static <E extends Enum<E>> Form<E> oneOf(Class<E> type) {
        List<String> words =
                Arrays.stream(type.getEnumConstants()).map(Json::lower).toList();
        return new Words(words).as(word -> Enum.valueOf(type, word.toUpperCase(Locale.ROOT)), Json::lower);
    }

    public static <T> Form<List<T>> list(Form<T> item) {
        return list(item, 0, Integer.MAX_VALUE);
    }

    /** A list with so many entries. */
    public static <T> Form<List<T>> list(Form<T> item, int least, int most) {
        return new Lists<>(item, least, most);
    }

    /** Each once; written in their order. */
    public static Form<Set<String>> set(Form<String> item) {
        return list(item).as(Set::copyOf, values -> values.stream().sorted().toList());
    }

    /** Values that stand as a list where the predicate holds, and else as something that is no list. */
    public static <T> Form<T> either(Form<T> single, Form<T> list, Predicate<T> isList) {
        return new EitherForm<>(single, list, isList);
    }
}
