package foldback.core.keys;

/**
 * Something that is made of numbers and may so lie between two others.
 *
 * @param <V> the type itself
 */
public interface Values<V> {
    /** The numbers, always as many. */
    double[] numbers();

    /** One of the same kind with other numbers. */
    V of(double[] numbers);
}
