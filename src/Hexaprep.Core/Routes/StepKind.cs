namespace Hexaprep.Core.Routes;

/// <summary>Every kind of step the catalogue knows.</summary>
public enum StepKind
{
    Study, RemoveParts, RemoveSupports, CleanLines, Straighten, OpenTubes, Wash, DryFit, Pin, Roughen, Glue, Fill, Sand, Base,
    BaseTexture, SealTexture, Handle, Prime, PrimerGate, Paint, GlossBed, CutTransfer, PlaceTransfer, SoftenTransfer,
    TransferGate, Seal, FinalCoat, Release, BaseFinish, FinalGate,
}

/// <summary>Where a step stands on the hexagon: six sides, the painting corner, the centre.</summary>
public enum Side { Clean, Wash, Fill, Mount, Prime, Paint, Varnish, Finish }

/// <summary>What a step asks of the person while it runs.</summary>
public enum Attention { Hands, Attended, Watched, Free }

/// <summary>The readiness a wait is for. Not an ordered scale: an enamel may be handled before it may be recoated.</summary>
public enum Readiness { Touch, Recoat, Handle, NextLayer, Full }

/// <summary>Which spray set-up a step needs; runs of the same one share it.</summary>
public enum SprayMode { Primer, Gloss, Matte }

/// <summary>Coating and gluing products by chemistry.</summary>
public enum ProductClass
{
    AcrylicWb, AcrylicSolvent, Lacquer, EnamelAlkyd, PlasticCement, Ca, EpoxyPutty, AcrylicPutty, Pva, SettingSolution,
    SofteningSolution, Water,
}

/// <summary>Questions about kinds of step.</summary>
public static class StepKinds
{
    /// <summary>An inspection: pass, or a flaw note.</summary>
    public static bool IsGate(this StepKind kind) => kind is StepKind.PrimerGate or StepKind.TransferGate or StepKind.FinalGate;
}
