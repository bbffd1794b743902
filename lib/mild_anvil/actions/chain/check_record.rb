# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # The paper of a check.
      module CheckRecord
        module_function

        # @return [ExportStatement::Paper]
        def call(check_id:, unit: nil, language: nil)
          check = Store::Models::InstrumentCheck.fetch!(check_id)
          facts = InstrumentFacts.new(check.instrument)
          shown = ShowCheck.stored(facts, check, unit: unit)
          day = check.checked_at.localtime.strftime("%Y-%m-%d")
          head = Papers::Head.call(title: Documents::CheckRecordPdf::TITLE, name: facts.row.name, record: check,
                                   number: "CH-#{check.id}", standing: standing(check), language: language,
                                   hands: 1)
          pdf = Documents::CheckRecordPdf.render(shown, instrument(facts, check, unit), head)
          content = Signing::Paper.seal(pdf, "check", check, 1)
          ExportStatement::Paper.new(content: content, type: "application/pdf",
                                     name: "check-#{check.instrument.name}-#{day}.pdf")
        end

        def standing(check)
          check.withdrawn_at && Documents::Paper::Standing.new(word: "withdrawn", line: check.withdrawn_reason.to_s)
        end
        private_class_method :standing

        def instrument(facts, check, unit)
          figures = ChainFigures.new(facts.row, unit)
          certificate = facts.certificate(check.checked_at)
          { name: facts.row.name, serial: facts.row.serial, capacity: text(figures.reading(facts.row.capacity_newtons)),
            resolution: text(figures.small(check.resolution_newtons)),
            certificate: certificate && "#{certificate.number}, #{certificate.issued_by}, #{certificate.issued_on}" }
        end
        private_class_method :instrument

        def text(figure) = "#{figure[:text]} #{figure[:unit]}"
        private_class_method :text
      end
    end
  end
end
