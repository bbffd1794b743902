# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # Tags for pieces of a rated lot: the working load large, what it rests on small, and a code that opens the
      # statement.
      module Tags
        MOST = 240
        SHEET = 24

        module_function

        # @param count [Integer, nil] nil: one sheet
        # @return [ExportStatement::Paper]
        # @raise [Conflict] where the statement is not in force, was not reviewed, or has no working load
        def call(statement_id:, count: nil, language: nil)
          statement = Store::Models::Statement.fetch!(statement_id)
          content = statement.frozen_body.fetch("content")
          refuse!(statement, content)
          head = Head.call(title: "Tags", name: statement.lot.name, record: statement, language: language)
          tag = tag(statement, content, head)
          ExportStatement::Paper.new(content: Documents::LabelsPdf.render(statement.lot.name,
                                                                          [tag] * (count || SHEET).clamp(1, MOST),
                                                                          paper: head),
                                     type: "application/pdf", name: "tags-#{statement.lot_id}-#{statement.number}.pdf")
        end

        def refuse!(statement, content)
          Practice::Apart.real!(statement.lot, "Nothing is tagged by it")
          standing = Standing.of(statement)
          raise Conflict, "Statement #{statement.number} is #{standing}: nothing is tagged by it" unless standing.empty?
          raise Conflict, "Statement #{statement.number} waits for its review" unless statement.reviewed?
          return if content["working_load_limit"]

          raise Conflict, "Statement #{statement.number} states no working load: there is nothing to put on a tag"
        end
        private_class_method :refuse!

        def tag(statement, content, head)
          words = head.words
          limit, minimum = content.values_at("working_load_limit", "minimum").map do |stated|
            words.figure("#{stated['text']} #{stated['unit']}")
          end
          measurand = Catalogue.measurand(content.fetch("measurand"))
          note = [words[measurand.limit], "#{words[measurand.strength]} #{minimum}",
                  words["factor %<factor>s", factor: words.figure(content["factor_text"])],
                  "#{statement.lot_id}-#{statement.number}, #{words.day(statement.created_at)}"]
          { label: limit, code: head.link, note: note.join("\n") }
        end
        private_class_method :tag
      end
    end
  end
end
