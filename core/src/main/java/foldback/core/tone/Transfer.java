package foldback.core.tone;

import foldback.core.picture.ColourTags;

/**
 * The curves that have names; odd for negative values where a standard says nothing of them.
 *
 * <p>Of curves with a toe, V = (1 + a) L^p - a above it (ITU-R BT.709, IEC 61966-2-1).
 */
public enum Transfer implements LightCurve {
    BT709(0.45, 1) {
        @Override
        double signalOf(double light) {
            return light < 0.018 ? 4.5 * light : 1.099 * StrictMath.pow(light, 0.45) - 0.099;
        }

        @Override
        double lightOf(double signal) {
            return signal < 0.081 ? signal / 4.5 : StrictMath.pow((signal + 0.099) / 1.099, 1 / 0.45);
        }
    },
    SRGB(1 / 2.4, 1) {
        @Override
        double signalOf(double light) {
            return light < 0.0031308 ? 12.92 * light : 1.055 * StrictMath.pow(light, 1 / 2.4) - 0.055;
        }

        @Override
        double lightOf(double signal) {
            return signal < 12.92 * 0.0031308 ? signal / 12.92 : StrictMath.pow((signal + 0.055) / 1.055, 2.4);
        }
    },
    LINEAR(1, 1) {
        @Override
        double signalOf(double light) {
            return light;
        }

        @Override
        double lightOf(double signal) {
            return signal;
        }
    },
    /** Hybrid log-gamma, ITU-R BT.2100-2 table 5: light of the scene, 1 at full scale. */
    HLG(0.4, 0.4) {
        private static final double A = 0.17883277;
        private static final double B = 1 - 4 * A;
        private static final double C = 0.5 - A * StrictMath.log(4 * A);

        @Override
        double signalOf(double light) {
            return light <= 1 / 12.0 ? StrictMath.sqrt(3 * light) : A * StrictMath.log(12 * light - B) + C;
        }

        @Override
        double lightOf(double signal) {
            return signal <= 0.5 ? signal * signal / 3 : (StrictMath.exp((signal - C) / A) + B) / 12;
        }
    },
    /** Perceptual quantiser, ITU-R BT.2100-2 table 4: light of a display, 1 at 10000 cd/m2. */
    PQ(0.2, 0.25) {
        private static final double M1 = 2610.0 / 16384;
        private static final double M2 = 2523.0 / 4096 * 128;
        private static final double C1 = 3424.0 / 4096;
        private static final double C2 = 2413.0 / 4096 * 32;
        private static final double C3 = 2392.0 / 4096 * 32;
        /** The least that the curve gives. */
        private static final double BLACK = StrictMath.pow(C1, M2);

        @Override
        double signalOf(double light) {
            double y = StrictMath.pow(light, M1);
            return StrictMath.pow((C1 + C2 * y) / (1 + C3 * y), M2);
        }

        @Override
        double lightOf(double signal) {
            double v = StrictMath.pow(Math.max(BLACK, signal), 1 / M2);
            return StrictMath.pow(Math.max(0, v - C1) / Math.max(1e-9, C2 - C3 * v), 1 / M1);
        }
    },
    /** ACEScct (Academy S-2016-001): a line below, a base-2 logarithm above; 0.18 is mid grey. */
    ACESCCT(0.125, 0) {
        @Override
        double signalOf(double light) {
            return light <= 0.0078125
                    ? 10.5402377416545 * light + 0.0729055341958355
                    : (StrictMath.log(light) / StrictMath.log(2) + 9.72) / 17.52;
        }

        @Override
        double lightOf(double signal) {
            return signal <= 0.155251141552511
                    ? (signal - 0.0729055341958355) / 10.5402377416545
                    : StrictMath.pow(2, signal * 17.52 - 9.72);
        }
    },
    /** Film density as scans hold it (Kennel and Snider 1993): 0.002 a 10-bit code, gamma 0.6, black at code 95, white at 685. */
    CINEON(0.25, 0) {
        private static final double BLACK = StrictMath.pow(10, (95 - 685) * 0.002 / 0.6);

        @Override
        double signalOf(double light) {
            double above = Math.max(1e-9, light * (1 - BLACK) + BLACK);
            return (685 + StrictMath.log10(above) * 0.6 / 0.002) / 1023;
        }

        @Override
        double lightOf(double signal) {
            return (StrictMath.pow(10, (1023 * signal - 685) * 0.002 / 0.6) - BLACK) / (1 - BLACK);
        }
    };

    /** A diffuse white: three quarters of HLG's signal, and 203 cd/m2 of 10000 in PQ (ITU-R BT.2408). */
    private static final double HLG_WHITE = 0.75;

    private static final double PQ_WHITE = 0.0203;

    private final double power;
    private final double chromaShare;

    /**
     * @param power of light in which steps are about as the curve's own
     * @param chromaShare how far differences between signals grow with a gain of light, in that power: 1 where the signal is a power of
     *     light, 0 where it is its logarithm
     */
    Transfer(double power, double chromaShare) {
        this.power = power;
        this.chromaShare = chromaShare;
    }

    public static Transfer of(ColourTags.Curve curve) {
        return valueOf(curve.name());
    }

    abstract double signalOf(double light);

    abstract double lightOf(double signal);

    @Override
    public double toSignal(double light) {
        // Logarithms have a black above 0: what is darker goes below it as far as they say.
        return light < 0 && signalOf(0) == 0 ? -signalOf(-light) : signalOf(light);
    }

    @Override
    public double toLight(double signal) {
        return signal < 0 && signalOf(0) == 0 ? -lightOf(-signal) : lightOf(signal);
    }

    @Override
    public double toPower(double light) {
        return StrictMath.pow(light, power);
    }

    @Override
    public double fromPower(double value) {
        return toSignal(StrictMath.pow(value, 1 / power));
    }

    @Override
    public double stopsOf(double factor) {
        return StrictMath.log(factor) / StrictMath.log(2) / power;
    }

    @Override
    public double chromaFactor(double factor) {
        return chromaShare == 1 ? factor : StrictMath.pow(factor, chromaShare);
    }

    @Override
    public double white() {
        return switch (this) {
            case BT709, SRGB, LINEAR -> 0;
            case HLG -> toLight(HLG_WHITE);
            case PQ -> PQ_WHITE;
            case ACESCCT, CINEON -> 1;
        };
    }
}
