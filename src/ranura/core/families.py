"""The one table of families of cuts, built in one place."""

from __future__ import annotations

from typing import Final

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.family import FAMILY as CHANNEL
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.family import FAMILY as DOVETAILS
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.edge.family import FAMILY as EDGE
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cuts.end_groove.family import FAMILY as END_GROOVE
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.fingers.family import FAMILY as FINGERS
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.family import FAMILY as POCKET
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.family import FAMILY as TEMPLATE
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.family import FAMILY as THROUGH_DOVETAILS
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.cuts.tongue.family import FAMILY as TONGUE
from ranura.core.family import Families, table_of

Cut = ChannelCut | DovetailsCut | EdgeCut | EndGrooveCut | FingersCut | PocketCut | TemplateCut | ThroughDovetailsCut | TongueCut
"""What can be planned."""

FAMILIES: Final[Families] = table_of(CHANNEL, DOVETAILS, EDGE, END_GROOVE, FINGERS, POCKET, TEMPLATE, THROUGH_DOVETAILS, TONGUE)
"""Every member of `Cut` has its family here; a test holds the two together."""
