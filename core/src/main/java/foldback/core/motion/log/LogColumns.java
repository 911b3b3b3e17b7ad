package foldback.core.motion.log;

import java.util.List;

/**
 * Which columns of a table are what, counted from 0.
 *
 * @param time of each row; -1 where there is none and rows are evenly {@code timeUnit} apart
 * @param timeUnit seconds that a step of the time column is
 * @param gyro turning rates about x, y and z
 * @param gyroUnit radians a second that their unit is; 0 where that is not said, and found by the picture
 * @param acceleration along x, y and z, in any unit; empty where there is none
 */
public record LogColumns(int time, double timeUnit, List<Integer> gyro, double gyroUnit, List<Integer> acceleration) {

    public LogColumns {
        if (gyro.size() != 3 || !acceleration.isEmpty() && acceleration.size() != 3) {
            throw new IllegalArgumentException("A sensor has three columns, x, y and z: " + gyro + ", " + acceleration);
        }
        if (!(timeUnit > 0) || !(gyroUnit >= 0)) {
            throw new IllegalArgumentException("A unit must be above 0: " + timeUnit + ", " + gyroUnit);
        }
        gyro = List.copyOf(gyro);
        acceleration = List.copyOf(acceleration);
    }
}
