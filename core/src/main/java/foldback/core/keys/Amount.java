package foldback.core.keys;

/** A single number that may change over time. */
public record Amount(double value) implements Values<Amount> {
    public static final Amount ZERO = new Amount(0);

    public Amount {
        if (!Double.isFinite(value)) {
            throw new IllegalArgumentException("an amount must be finite: " + value);
        }
    }

    @Override
    public double[] numbers() {
        return new double[] {value};
    }

    @Override
    public Amount of(double[] numbers) {
        return new Amount(numbers[0]);
    }
}
