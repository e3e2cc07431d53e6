package juiceswap.core.measure;

import java.util.List;

/** The units there are. Conversions are exact by definition where nothing else is said. */
final class Units {
    private static final double METERS_PER_FOOT = 0.3048;
    private static final double LITERS_PER_GALLON = 3.785411784;
    private static final double DEGREES_PER_FAHRENHEIT = 5 / 9.0;
    private static final double KILOGRAMS_PER_POUND = 0.45359237;

    /** Liquid propane at 15 °C (60 °F) weighs 0.51 kg a liter, 4.2 lb a gallon: the usual table. */
    private static final double KILOGRAMS_PER_LITER_OF_PROPANE = 0.508;

    static final Unit METER = new Unit("m", List.of("metre", "metres", "meter", "meters"), 1, 0, 1);
    static final Unit METER_UP = new Unit("m", METER.written(), 1, 0, 0);
    static final Unit CENTIMETER = new Unit("cm", List.of("centimeter", "centimeters"), 0.01, 0, 0);
    static final Unit FOOT = new Unit("ft", List.of("ft.", "foot", "feet", "'", "′", "’"), METERS_PER_FOOT, 0, 0);
    static final Unit INCH =
            new Unit("in", List.of("in.", "inch", "inches", "\"", "″", "”", "''"), METERS_PER_FOOT / 12, 0, 0);

    static final Unit LITER = new Unit("liters", List.of("l", "liter", "litre", "litres"), 1, 0, 1);
    static final Unit GALLON = new Unit("gal", List.of("gal.", "gallon", "gallons", "gals"), LITERS_PER_GALLON, 0, 1);
    static final Unit QUART = new Unit("qt", List.of("quart", "quarts"), LITERS_PER_GALLON / 4, 0, 1);

    static final Unit KILOGRAM_OF_PROPANE =
            new Unit("kg", List.of("kilogram", "kilograms", "kilo", "kilos"), 1 / KILOGRAMS_PER_LITER_OF_PROPANE, 0, 1);
    static final Unit POUND_OF_PROPANE = new Unit(
            "lb",
            List.of("lb.", "lbs", "pound", "pounds", "#"),
            KILOGRAMS_PER_POUND / KILOGRAMS_PER_LITER_OF_PROPANE,
            0,
            0);
    static final Unit GALLON_OF_PROPANE = new Unit("gal", GALLON.written(), LITERS_PER_GALLON, 0, 1);
    static final Unit LITER_OF_PROPANE = new Unit("liters", LITER.written(), 1, 0, 1);

    static final Unit CELSIUS = new Unit("°C", List.of("c", "celsius", "º c", "° c"), 1, 0, 1);
    static final Unit FAHRENHEIT =
            new Unit("°F", List.of("f", "fahrenheit", "° f"), DEGREES_PER_FAHRENHEIT, -32 * DEGREES_PER_FAHRENHEIT, 0);

    private Units() {}
}
