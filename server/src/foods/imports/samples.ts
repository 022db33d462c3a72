/** Small files in the published formats, with invented foods. Used by tests alone. */
const nutrient = (number: string, name: string, unitName: string, amount: number) => ({
  type: 'FoodNutrient',
  id: Number(number) + 2_000_000,
  nutrient: { id: Number(number) + 800, number, name, rank: 600, unitName },
  amount,
});

/** FoodData Central JSON, Foundation, as it is published: one object with one list. */
export const FOUNDATION = JSON.stringify(
  {
    FoundationFoods: [
      {
        foodClass: 'FinalFood',
        description: 'Beans, marsh, boiled',
        foodNutrients: [
          nutrient('203', 'Protein', 'g', 8.5),
          nutrient('204', 'Total lipid (fat)', 'g', 0.6),
          nutrient('205', 'Carbohydrate, by difference', 'g', 21),
          nutrient('291', 'Fiber, total dietary', 'g', 6),
          nutrient('957', 'Energy (Atwater General Factors)', 'kcal', 123),
          nutrient('958', 'Energy (Atwater Specific Factors)', 'kcal', 118),
          nutrient('303', 'Iron, Fe', 'mg', 2.1),
          nutrient('317', 'Selenium, Se', 'µg', 1.4),
          nutrient('406', 'Niacin', 'mg', 0.5),
        ],
        dataType: 'Foundation',
        fdcId: 9000001,
        foodPortions: [
          { id: 1, value: 2, amount: 2, measureUnit: { id: 1001, name: 'tablespoon' }, gramWeight: 34 },
          {
            id: 2,
            value: 1,
            amount: 1,
            measureUnit: { id: 9999, name: 'undetermined' },
            modifier: 'piece',
            gramWeight: 3,
          },
        ],
        publicationDate: '4/1/2019',
      },
      {
        foodClass: 'FinalFood',
        description: 'Fillet, tideway, raw',
        foodNutrients: [
          nutrient('203', 'Protein', 'g', 20),
          nutrient('204', 'Total lipid (fat)', 'g', 3),
          nutrient('205', 'Carbohydrate, by difference', 'g', -0.4),
          nutrient('208', 'Energy', 'kcal', 107),
          nutrient('957', 'Energy (Atwater General Factors)', 'kcal', 999),
        ],
        dataType: 'Foundation',
        fdcId: 9000002,
        publicationDate: '10/28/2021',
      },
      { description: 'No nutrients at all', dataType: 'Foundation', fdcId: 9000003 },
    ],
  },
  null,
  1,
);

/** FoodData Central JSON, Branded: amounts per 100 g, or per 100 mL where the serving is in millilitres. */
export const BRANDED = JSON.stringify({
  BrandedFoods: [
    {
      foodClass: 'Branded',
      description: 'MILL OAT SQUARES',
      foodNutrients: [
        nutrient('203', 'Protein', 'G', 12.5),
        nutrient('204', 'Total lipid (fat)', 'G', 5),
        nutrient('205', 'Carbohydrate, by difference', 'G', 70),
        nutrient('208', 'Energy', 'KCAL', 375),
        nutrient('307', 'Sodium, Na', 'MG', 300),
      ],
      brandOwner: 'Invented Mill',
      gtinUpc: '614141000036',
      servingSize: 40,
      servingSizeUnit: 'g',
      householdServingFullText: '1 cup',
      dataType: 'Branded',
      fdcId: 9000010,
      publicationDate: '3/19/2021',
    },
    {
      foodClass: 'Branded',
      description: 'HARBOUR DRINK',
      foodNutrients: [
        nutrient('203', 'Protein', 'G', 0),
        nutrient('204', 'Total lipid (fat)', 'G', 0),
        nutrient('205', 'Carbohydrate, by difference', 'G', 10),
        nutrient('208', 'Energy', 'KCAL', 40),
      ],
      gtinUpc: '12345',
      servingSize: 250,
      servingSizeUnit: 'ml',
      dataType: 'Branded',
      fdcId: 9000011,
    },
  ],
});

/** The files of FoodData Central's CSV download, by name. */
export const FDC_CSV: Readonly<Record<string, string>> = {
  'nutrient.csv': [
    '"id","name","unit_name","nutrient_nbr","rank"',
    '"1003","Protein","G","203","600"',
    '"1004","Total lipid (fat)","G","204","800"',
    '"1005","Carbohydrate, by difference","G","205","1110"',
    '"1008","Energy","KCAL","208","300"',
    '"1167","Niacin","MG","406","6600"',
  ].join('\n'),
  'food.csv': [
    '"fdc_id","data_type","description","food_category_id","publication_date"',
    '"9000020","sr_legacy_food","Groats, fen, dry","20","2019-04-01"',
    '"9000021","sub_sample_food","Groats, a sample","20","2019-04-01"',
    '"9000022","branded_food","MARSH ""FINE"" CAKES","","2021-03-19"',
  ].join('\n'),
  'food_nutrient.csv': [
    '"id","fdc_id","nutrient_id","amount"',
    '"1","9000020","1003","12"',
    '"2","9000020","1004","7"',
    '"3","9000020","1005","65"',
    '"4","9000020","1008","371"',
    '"5","9000020","1167","1"',
    '"6","9000021","1003","99"',
    '"7","9000022","1003","8"',
    '"8","9000022","1004","3"',
    '"9","9000022","1005","80"',
    '"10","9000022","1008","380"',
  ].join('\n'),
  'branded_food.csv': [
    '"fdc_id","brand_owner","gtin_upc","ingredients","serving_size","serving_size_unit","household_serving_fulltext"',
    '"9000022","Invented Marsh","00614141000036","RICE, SALT","9","g","1 cake"',
  ].join('\n'),
  'measure_unit.csv': '"id","name"\n"1000","cup"',
  'food_portion.csv': [
    '"id","fdc_id","seq_num","amount","measure_unit_id","portion_description","modifier","gram_weight"',
    '"1","9000020","1","1","1000","","","164"',
  ].join('\n'),
};

/** Our own CSV with a bit of everything. */
export const OWN_CSV = [
  '# comment',
  'name,state,basis,serving_g,density,PROCNT,FAT,CHOAVLDF,FIBTG,ENERC,SALT,measures,allergens,code,pack_g',
  '"Bread, fen",as sold,100 g,,,9,3,45,6,258,1.2,slice=40;loaf=800,gluten,6291041500213,800',
  'Milk of oats,as sold,100 mL,,1.03,1,1.5,7,1,46,0.1,glass=206,gluten,,',
  'Bar,as sold,serving,50,,10,8,20,5,202,,,peanuts;milk,,50',
].join('\r\n');
