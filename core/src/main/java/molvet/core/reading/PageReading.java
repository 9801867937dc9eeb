package molvet.core.reading;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;

/**
 * What a picture of a page says.
 *
 * @param map where the page lies in the picture, the lens taken into account
 * @param paper the white the readings stand on
 * @param unevenness how much brighter the brightest part of the page was lit than the darkest
 * @param blurMm width of the edge of a printed mark, from a tenth to nine tenths; 0 where there is none
 * @param checkerResidual mean ΔE00 left on a colour-checker, where one was used
 * @param patches of a colour-checker in the picture, as the device’s own eye sees them beside the paper; empty without one
 * @param eye what was known of the device and used
 * @param crops what each cell looks like, by its index
 */
public record PageReading(
        PageMap map,
        Lab paper,
        double unevenness,
        double blurMm,
        Optional<Double> checkerResidual,
        Trust trust,
        List<DeviceEye.Seen> patches,
        Optional<DeviceEye> eye,
        List<CellReading> cells,
        Map<Integer, Crop> crops,
        List<String> notes) {}
