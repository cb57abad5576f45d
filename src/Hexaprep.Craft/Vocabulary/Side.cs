namespace Hexaprep.Craft.Vocabulary;

/// <summary>Where a step stands on the hexagon: six sides, the painting corner, the centre.</summary>
public enum Side
{
    Clean,
    Wash,
    Fill,
    Mount,
    Prime,
    Paint,
    Varnish,
    Finish,
}
