# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # The head of a paper as the laboratory has it now.
      module Head
        HERE = "http://127.0.0.1:4870"

        module_function

        # @param title [String] English; @param name [String]; @param number [String]
        # @param record [Sequel::Model, nil] what the code opens: a row with a uid
        # @param signed [Sequel::Model, nil] what hands are under, where that is not the record
        # @param hands [Integer, nil] how many signatures it shows, where the record was signed
        # @param language [String, nil] nil: the laboratory's
        # @return [Documents::Paper]
        def call(title:, name:, number: "", record: nil, language: nil, standing: nil, hands: nil,
                 signed: record)
          standing = Standing.practice if practised?(record)
          Documents::Paper.new(title: title, name: name, number: number, laboratory: Laboratory.on_paper,
                               language: language || Laboratory.show[:language], standing: standing,
                               link: record && "#{base}/record/#{record.uid}",
                               **(hands ? Signing::Paper.under(signed, hands) : {}))
        end

        # Nothing of a lesson is printed without the word.
        def practised?(record)
          lot = record.is_a?(Store::Models::Lot) ? record : (record.lot if record.respond_to?(:lot))
          !lot.nil? && lot.job.practice?
        end
        private_class_method :practised?

        # Where the application is reached from a telephone that reads the code.
        def base
          given = Laboratory.show[:link]
          given.empty? ? HERE : given.chomp("/")
        end
      end
    end
  end
end
