using System.Collections.Immutable;
using NodaTime;

namespace Hexaprep.Craft.Drying;

/// <summary>A product on the shelf: what it is, what it is called here, what its label says. Coats point to it; what was learned of it, its
/// label and its containers hang on it.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="Kind">Class, method and use.</param>
/// <param name="Name">1 to 80 characters.</param>
/// <param name="Label">What its label says; null where nothing was entered.</param>
/// <param name="Containers">Its bottles, cans and tubes; one by default.</param>
public sealed record ShelfProduct(Guid Id, Product Kind, string Name, ProductLabel? Label, IReadOnlyList<Container> Containers)
{
    /// <summary>A product of a kind, with one container of which nothing is known.</summary>
    public static ShelfProduct Of(Product kind, Func<Guid> newId) =>
        new(newId(), kind, kind.Name, null, [new Container(newId(), null, null, null)]);
}

/// <summary>A bottle, can or tube of a product.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="OpenedOn">The day it was opened; null where unknown.</param>
/// <param name="TareG">What it weighs empty, grams; null where unknown.</param>
/// <param name="LeftG">What is left in it, grams; null where unknown.</param>
public sealed record Container(Guid Id, LocalDate? OpenedOn, double? TareG, double? LeftG);

/// <summary>The shelf: the products that coats were laid with, and those whose label is known.</summary>
public static class Shelf
{
    /// <summary>The product of a kind; null where none stands there.</summary>
    public static ShelfProduct? Find(this ImmutableList<ShelfProduct> shelf, Product kind) => shelf.Find(p => p.Kind == kind);

    /// <summary>The product of a kind, a new one where none stands there.</summary>
    public static ShelfProduct Take(this ImmutableList<ShelfProduct> shelf, Product kind, Func<Guid> newId) =>
        shelf.Find(kind) ?? ShelfProduct.Of(kind, newId);
}
