import { useState } from "react";
import { api, type ShopView } from "../api/client";
import { useReading, useShop } from "../api/queries";
import { WordDrawing } from "../board/WordDrawing";
import { usePlace } from "../shop/place";
import { SearchField } from "../ui/SearchField";
import { Place } from "./Place";
import { Waiting } from "./Waiting";

/** What the words mean, and what this is. */
export default function Help() {
  const shop = useShop();
  if (!shop.data) return <Waiting reason={shop.down} />;
  return <Shown shop={shop.data} />;
}

function Shown({ shop }: { shop: ShopView }) {
  const { switchUnit } = usePlace(shop);
  const about = useReading({ key: ["about"], ask: api.about, fixed: true }).data;
  const words = useReading({ key: ["words"], ask: api.words, fixed: true }).data ?? [];
  const [question, setQuestion] = useState("");
  const asked = question.trim().toLowerCase();
  const shown = words.filter((each) => `${each.word} ${each.says}`.toLowerCase().includes(asked));
  return (
    <Place title="Help" shopName={shop.name} unit={shop.unit} onSwitch={switchUnit}>
      <main
        className="mx-auto min-h-0 w-full max-w-5xl flex-1 overflow-y-auto px-4 pb-8 lg:grid lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] lg:gap-10"
        data-testid="help"
      >
        <section aria-label="Words">
          <h2 className="py-2.5 text-title font-bold">Words of the trade</h2>
          <SearchField
            value={question}
            label="Find a word"
            placeholder="rim · backer · spacer"
            testId="find-words"
            onType={setQuestion}
          />
          <dl className="mt-2">
            {shown.map((each) => (
              <div
                key={each.word}
                id={each.word.replaceAll(" ", "-")}
                tabIndex={-1}
                className="grid gap-x-4 border-t border-rule py-1.5 sm:grid-cols-[11rem_1fr_auto]"
              >
                <dt className="font-semibold">{each.word}</dt>
                <dd>{each.says}</dd>
                {each.drawing ? (
                  <dd>
                    <WordDrawing word={each.word} view={each.drawing} unit={shop.unit} />
                  </dd>
                ) : null}
              </div>
            ))}
          </dl>
          {words.length > 0 && shown.length === 0 ? (
            <p className="py-4 text-ink-2">No word here is like that.</p>
          ) : null}
        </section>
        <section aria-label="About Ranura" className="max-w-prose">
          <h2 className="py-2.5 text-title font-bold">About Ranura{about ? ` ${about.version}` : ""}</h2>
          <p className="mb-2">
            It plans cuts with a router and moves no machine. What it says is advice: the tool's manual, local
            rules and your instructor come first.
          </p>
          <p className="mb-2">
            Everything is kept on this computer and nothing leaves it. Every user of this computer can reach
            it; there are no passwords yet.
          </p>
          {about?.copies ? (
            <p className="mb-2">
              A copy is kept every week, the five newest, in <code className="break-all">{about.copies}</code>
              . Under Files everything can be saved and put back.
            </p>
          ) : about ? (
            <p className="mb-2">This is the demo shop: no weekly copies are kept of it.</p>
          ) : null}
          <p>Press ? in any place for its keys; at a cut it offers a look round, too.</p>
        </section>
      </main>
    </Place>
  );
}
