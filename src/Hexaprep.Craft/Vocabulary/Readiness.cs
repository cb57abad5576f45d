namespace Hexaprep.Craft.Vocabulary;

/// <summary>The readiness a wait is for. Not an ordered scale: an enamel may be handled before it may be recoated.</summary>
public enum Readiness
{
    Touch,
    Recoat,
    Handle,
    NextLayer,
    Full,
}
