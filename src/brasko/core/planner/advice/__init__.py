"""What Brasko says about a piece beside its plan: other ways, amounts, sharing, late guests."""
